<?php

declare(strict_types=1);

namespace Yew\Core\Tests;

use PHPUnit\Framework\TestCase;

/** Core knows no clock, no chance, no file and no network: what it needs is handed in. (Which classes it may use, the room walls say.) */
final class WallsTest extends TestCase
{
    private const FORBIDDEN = '/^(time|microtime|hrtime|date|gmdate|mktime|strtotime|localtime|getdate|idate|rand|mt_rand|mt_srand|srand|random_int|random_bytes|uniqid|shuffle|str_shuffle|array_rand|file|file_\w+|fopen|fread|fwrite|fputs|readfile|opendir|scandir|glob|mkdir|unlink|rename|copy|touch|tempnam|tmpfile|stream_\w+|fsockopen|curl_\w+|gethostby\w+|dns_\w+|mail|header|setcookie|getenv|putenv|exec|shell_exec|system|passthru|proc_open|popen|sleep|usleep|ini_set|set_time_limit|error_log|date_default_timezone_\w+)$/';

    public function testNoFileOfCoreAsksTheWorld(): void
    {
        $found = [];
        $files = 0;
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__).'/src')) as $file) {
            if ($file instanceof \SplFileInfo && 'php' === $file->getExtension()) {
                ++$files;
                array_push($found, ...array_map(static fn (string $what): string => $file->getFilename().': '.$what, self::asked((string) file_get_contents($file->getPathname()))));
            }
        }
        self::assertGreaterThan(200, $files);
        self::assertSame([], $found);
    }

    public function testTheWallIsOne(): void
    {
        self::assertSame(['time()'], self::asked('<?php $a = time();'));
        self::assertSame(['file_get_contents()'], self::asked('<?php $a = \file_get_contents($b);'));
        self::assertSame(['new DateTimeImmutable()'], self::asked('<?php $a = new \DateTimeImmutable();'));
        self::assertSame(['$_SERVER'], self::asked('<?php $a = $_SERVER["x"];'));
        self::assertSame([], self::asked('<?php $a = $this->time(); $b = Clock::date(1); function copy() {} $c = new \DateTimeImmutable($text); // time()'));
    }

    /** @return list<string> what a source calls that core must not */
    private static function asked(string $source): array
    {
        $tokens = array_values(array_filter(\PhpToken::tokenize($source), static fn (\PhpToken $t): bool => !$t->isIgnorable()));
        $found = [];
        foreach ($tokens as $i => $token) {
            $name = ltrim($token->text, '\\');
            $call = '(' === ($tokens[$i + 1]->text ?? '') && !\in_array($tokens[$i - 1]->text ?? '', ['->', '?->', '::', 'function', 'new'], true);
            if ($call && $token->is([\T_STRING, \T_NAME_FULLY_QUALIFIED]) && 1 === preg_match(self::FORBIDDEN, $name)) {
                $found[] = $name.'()';
            }
            if ('new' === $token->text && 1 === preg_match('/^\\\\?DateTime(Immutable)?$/', $tokens[$i + 1]->text ?? '') && ('(' !== ($tokens[$i + 2]->text ?? '') || ')' === ($tokens[$i + 3]->text ?? ''))) {
                $found[] = 'new '.ltrim($tokens[$i + 1]->text, '\\').'()';
            }
            if ($token->is(\T_VARIABLE) && 1 === preg_match('/^\$(_\w+|GLOBALS)$/', $token->text)) {
                $found[] = $token->text;
            }
        }

        return $found;
    }
}
