<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The servers run with the just-in-time compiler, the tests without: both must say the same, every time. */
final class JitTest extends TestCase
{
    public function testTheCompiledSolverSaysWhatTheInterpretedOneSays(): void
    {
        $run = static function (string ...$options): Process {
            $process = new Process([\PHP_BINARY, ...$options, __DIR__.'/jit-probe.php'], timeout: 120);
            $process->mustRun();

            return $process;
        };
        $plain = $run('-d', 'opcache.enable_cli=0');
        $compiled = $run('-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M');
        self::assertStringContainsString('plain', $plain->getErrorOutput());
        self::assertStringContainsString('jit', $compiled->getErrorOutput());
        self::assertSame($plain->getOutput(), $compiled->getOutput());
        self::assertSame(6, preg_match_all('/\.sheet\.json 1 /', $plain->getOutput()), 'each of the twelve rounds said the same');
    }
}
