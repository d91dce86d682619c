<?php

declare(strict_types=1);

namespace Yew\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each area of core has a page that says what it decides and on which rules of the trade it rests; the pages and the code say the same. */
final class AreaPagesTest extends TestCase
{
    private const RULE = '/\b(?:SAFE|JUDGE|COND|IRON|CAP|LOOK|FUSE|HEAT|PWR|REC|BIAS|TUBE|WORK)-\d+[a-z]?\b/';

    /** @return iterable<string, array{string}> */
    public static function areas(): iterable
    {
        foreach (new \DirectoryIterator(\dirname(__DIR__).'/src') as $folder) {
            if ($folder->isDir() && !$folder->isDot()) {
                yield $folder->getFilename() => [$folder->getPathname()];
            }
        }
    }

    #[DataProvider('areas')]
    public function testThePageOfAnAreaIsTrue(string $folder): void
    {
        $page = (string) file_get_contents($folder.'/README.md');
        self::assertStringStartsWith('# '.basename($folder).': ', $page);
        self::assertStringContainsString("\n\nDecides ", $page, 'it says what the area decides');
        self::assertSame(self::rules(implode('', self::sources($folder))), self::rules($page), 'the rules that its code names');
    }

    #[DataProvider('areas')]
    public function testWhatAPageNamesIsThere(string $folder): void
    {
        $classes = array_map(static fn (string $file): string => basename($file, '.php'), array_keys(self::sources(\dirname($folder))));
        preg_match_all('/`([A-Z][a-z]+[A-Za-z]*)`/', (string) file_get_contents($folder.'/README.md'), $named);
        self::assertSame([], array_values(array_diff($named[1], $classes)));
        preg_match_all('#`([A-Z]\w+)/`#', (string) file_get_contents($folder.'/README.md'), $folders);
        self::assertSame([], array_values(array_filter($folders[1], static fn (string $f): bool => !is_dir($folder.'/'.$f))));
    }

    /** @return array<string, string> text by file */
    private static function sources(string $folder): array
    {
        $sources = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && 'php' === $file->getExtension()) {
                $sources[$file->getPathname()] = (string) file_get_contents($file->getPathname());
            }
        }

        return $sources;
    }

    /** @return list<string> in one order, each once */
    private static function rules(string $text): array
    {
        preg_match_all(self::RULE, $text, $found);
        $rules = array_unique($found[0]);
        sort($rules);

        return $rules;
    }
}
