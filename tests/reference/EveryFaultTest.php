<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Every fault of the catalogue in every demo sheet and test circuit has an answer; thousands of them, so in a process that compiles. */
final class EveryFaultTest extends TestCase
{
    public function testEachIsSolved(): void
    {
        $process = new Process([\PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M', __DIR__.'/fault-probe.php'], timeout: 240);
        $process->mustRun();
        $faults = 0;
        $names = [];
        foreach (explode("\n", trim($process->getOutput())) as $line) {
            $count = json_decode($line, true, flags: \JSON_THROW_ON_ERROR);
            self::assertIsArray($count);
            self::assertSame([[], []], [$count['unsolved'], $count['absurd']], $line);
            self::assertLessThan(10, $count['floating'], $line);
            $faults += \is_int($count['faults']) ? $count['faults'] : 0;
            $names[] = \is_string($count['circuit']) ? $count['circuit'] : '';
        }
        self::assertSame([], array_diff(['Lantern 30', 'Nuthatch 5', 'Quillon Duo 12', 'Rushlight 60', 'Teasel 50', 'Wren 15'], $names));
        self::assertGreaterThan(5000, $faults);
    }
}
