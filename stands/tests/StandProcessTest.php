<?php

declare(strict_types=1);

namespace Yew\Stands\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The stand as a program: its doors, its panel, and what it says to bad input. */
final class StandProcessTest extends TestCase
{
    private const SHEET = 'server/demo/sheets/lantern-30.sheet.json';

    /** @return iterable<string, array{list<string>, string}> */
    public static function badWords(): iterable
    {
        yield 'nothing' => [[], 'a sheet is missing'];
        yield 'two sheets' => [[self::SHEET, self::SHEET], 'one sheet at a time'];
        yield 'no such file' => [['nowhere.json'], 'nowhere.json cannot be read as JSON'];
        yield 'no sheet at all' => [['composer.json'], 'format'];
        yield 'unknown' => [[self::SHEET, '--colour', 'red'], '--colour is not known'];
        yield 'nothing behind it' => [[self::SHEET, '--seed'], '--seed needs something'];
        yield 'no number' => [[self::SHEET, '--seed', 'seven'], '--seed takes a whole number'];
        yield 'too slow' => [[self::SHEET, '--speed', '0.9'], '--speed goes from 1 to 20'];
        yield 'too fast' => [[self::SHEET, '--speed', '20.5'], '--speed goes from 1 to 20'];
        yield 'no room for its doors' => [[self::SHEET, '--port', '65530'], '--port takes a whole number from 1024 to 65529'];
        yield 'a port of the system' => [[self::SHEET, '--port', '1023'], '--port takes'];
        yield 'no such fault' => [[self::SHEET, '--fault', 'fire:R1'], 'there is no fault “fire”'];
        yield 'not that part' => [[self::SHEET, '--loose', 'tube-dead:R1'], 'tube-dead cannot befall “R1” here'];
        yield 'a log nowhere' => [[self::SHEET, '--log', '/no/such/folder/x'], 'cannot be written'];
    }

    /** @param list<string> $words */
    #[DataProvider('badWords')]
    public function testBadWordsEndItWithTwoAndAReason(array $words, string $reason): void
    {
        $process = self::process($words);
        $process->run();
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString($reason, $process->getErrorOutput());
        self::assertStringNotContainsString('Stack trace', $process->getErrorOutput());
    }

    public function testItsDoorsAnswerAndItGoesWhenToldTo(): void
    {
        $port = self::freePorts();
        $log = (string) tempnam(sys_get_temp_dir(), 'truth');
        $process = self::process([self::SHEET, '--seed', '3', '--speed', '10', '--port', (string) $port, '--log', $log]);
        $process->start();
        try {
            $process->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'on the stand'));
            $hands = new Line($port);
            self::assertSame('ok', $hands->ask('switch on'));
            self::assertSame('ok', $hands->ask('probe dmm1 A'));
            usleep(3_000_000);
            $meter = new Line($port + 2);
            self::assertStringContainsString('DMM1', $meter->ask('*IDN?'));
            self::assertGreaterThan(300.0, (float) $meter->ask('READ?'), 'half a minute of its time');
            // Byte by byte, with a carriage return, beside another guest; a line too long is dropped whole and said.
            foreach (str_split("SYST:ERR?\r\n") as $byte) {
                $meter->send($byte);
                usleep(1000);
            }
            self::assertSame('+0,"No error"', $meter->listen());
            $meter->send(str_repeat('X', 3000)."\n");
            self::assertSame('-363,"Input buffer overrun"', $meter->ask('SYST:ERR?'));
            self::assertSame('+0,"No error"', (new Line($port + 2))->ask('SYST:ERR?'));
            self::assertSame('+1.00000000E+2', (new Line($port + 4))->ask('VOLT 100;VOLT?'));
            self::assertSame('"none"', (new Line($port + 6))->ask('LAMP:BRIG?'));
            // A second one on the same doors says so.
            $second = self::process([self::SHEET, '--port', (string) $port]);
            $second->run();
            self::assertSame(2, $second->getExitCode());
            // The panel, for its own page alone.
            self::assertSame(200, self::panelSays($port + 1, 'GET /'));
            self::assertSame(200, self::panelSays($port + 1, 'POST /hand', 'switch off'));
            self::assertSame(404, self::panelSays($port + 1, 'POST /hand', 'quit'));
            self::assertSame(404, self::panelSays($port + 1, 'POST /hand', str_repeat('x', 201)));
            self::assertSame(404, self::panelSays($port + 1, 'GET /../etc/passwd'));
            self::assertSame(403, self::panelSays($port + 1, 'GET /state', header: 'Origin: http://elsewhere.example'));
            self::assertSame(403, self::panelSays($port + 1, 'GET /state', host: 'stand.example:'.($port + 1)));
            self::assertStringContainsString('"on":false', $hands->ask('state'));
            self::assertSame('ok', $hands->ask('quit'));
            $process->wait();
            self::assertSame(0, $process->getExitCode());
            self::assertStringContainsString('"hand":"switch off"', (string) file_get_contents($log));
        } finally {
            $process->stop(1);
            unlink($log);
        }
    }

    /** @param list<string> $words */
    private static function process(array $words): Process
    {
        return new Process([\PHP_BINARY, 'bin/bench', 'stand', ...$words], \dirname(__DIR__, 2), timeout: 60);
    }

    private static function panelSays(int $port, string $request, string $body = '', string $header = 'X-Nothing: 1', ?string $host = null): int
    {
        $line = new Line($port);
        $line->send(\sprintf("%s HTTP/1.1\r\nHost: %s\r\n%s\r\nContent-Length: %d\r\n\r\n%s", $request, $host ?? '127.0.0.1:'.$port, $header, \strlen($body), $body));

        return (int) substr($line->listen(), 9, 3);
    }

    /** The first of seven in a row that are free. */
    private static function freePorts(): int
    {
        for ($port = random_int(20000, 50000);; $port += 10) {
            $taken = array_filter(range($port, $port + 6), static fn (int $p): bool => false !== @fsockopen('127.0.0.1', $p, timeout: 0.1));
            if ([] === $taken) {
                return $port;
            }
        }
    }
}
