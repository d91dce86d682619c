<?php

declare(strict_types=1);

namespace Yew\Browser;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** `bin/start` as a newcomer meets it: its one-line errors, its empty shop, and what it leaves behind. */
#[CoversNothing]
final class StartTest extends TestCase
{
    private static string $data;

    public static function setUpBeforeClass(): void
    {
        self::$data = \dirname(__DIR__, 2).'/var/browser-start';
        (new Filesystem())->remove(self::$data);
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'no port' => [['--port', 'abc'], 'start: “abc” is no port'];
        yield 'a port too high' => [['--port', '70000'], 'start: “70000” is no port'];
        yield 'an option nobody knows' => [['--frobnicate'], 'start: unknown: --frobnicate'];
        yield 'a folder that cannot be' => [['--data', '/proc/nowhere'], 'start: no right to write in /proc/nowhere'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('mistakes')]
    public function testAMistakeIsOneClearLine(array $arguments, string $says): void
    {
        $process = self::command(...$arguments);
        self::assertNotSame(0, $process->run());
        self::assertSame($says, trim((string) strrchr("\n".trim($process->getErrorOutput()), "\n")));
    }

    public function testAnEmptyShopOffersItsFirstOwnerOneAddressAndCtrlCLeavesNothing(): void
    {
        $port = self::freePort();
        $process = self::command('--port', (string) $port, '--data', self::$data, '--no-demo');
        $process->start();
        $process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'The shop is empty'));
        self::assertMatchesRegularExpression('~once, at http://127\.0\.0\.1:'.$port.'/first-owner#[0-9a-f]{32}~', $process->getOutput());

        $second = self::command('--port', (string) self::freePort(), '--data', self::$data);
        self::assertNotSame(0, $second->run());
        self::assertStringContainsString('another instance runs on', $second->getErrorOutput());

        $taken = self::command('--port', (string) $port, '--data', self::$data.'-2');
        self::assertNotSame(0, $taken->run());
        self::assertStringContainsString('is taken; choose another with --port', $taken->getErrorOutput());

        $process->signal(\SIGINT);
        $process->wait();
        self::assertSame('', trim((string) shell_exec('pgrep -af '.escapeshellarg(self::$data.'/').' | grep -v pgrep || true')), 'nothing is left running');
        self::assertSame(130, $process->getExitCode());
        (new Filesystem())->remove(self::$data.'-2');
    }

    private static function command(string ...$arguments): Process
    {
        return new Process([\dirname(__DIR__, 2).'/bin/start', ...$arguments], env: ['PG_FSYNC' => 'off', 'PG_NO_SYNC' => '1'], timeout: 120);
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($socket);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }
}
