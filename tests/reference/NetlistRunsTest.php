<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Exported files are run by ngspice as they are; of the switching flavour only the first periods, to save time. */
final class NetlistRunsTest extends TestCase
{
    /** @return iterable<string, array{string, Flavour}> */
    public static function files(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            foreach (Flavour::cases() as $flavour) {
                yield $name.', '.$flavour->value => [$name, $flavour];
            }
        }
    }

    #[DataProvider('files')]
    public function testItRuns(string $name, Flavour $flavour): void
    {
        [$circuit, $mains] = Circuits::named($name);
        // A part that hangs in the air is no reason to fail.
        $netlist = $circuit->netlist->with('loose', new Resistor('loose', 'nowhere.1', 'nowhere.2', 1000));
        $conditions = new SolveConditions($mains);
        $text = NetlistWriter::file(OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions), $conditions), ShippedTubes::catalogue(), $flavour, $name);
        $hertz = str_contains($text, ' 60)') ? 60 : 50;
        $text = (string) preg_replace('/^\.tran \S+ \S+ \S+ /m', \sprintf('.tran %g %g 0 ', 1 / $hertz / 200, 3 / $hertz), $text, -1, $shortened);
        self::assertSame(Flavour::Switching === $flavour ? 1 : 0, $shortened);
        $file = (string) tempnam(sys_get_temp_dir(), 'yew-netlist');
        try {
            file_put_contents($file, $text);
            $process = new Process(['ngspice', '-b', '-r', $file.'.raw', $file], timeout: 120);
            $process->run();
            $said = $process->getOutput().$process->getErrorOutput();
            self::assertSame(0, $process->getExitCode(), substr($said, -1500));
            self::assertDoesNotMatchRegularExpression('/aborted|too small|no such|not converge|Error/i', $said);
            self::assertFileExists($file.'.raw');
        } finally {
            array_map(static fn (string $f): bool => is_file($f) && unlink($f), [$file, $file.'.raw']);
        }
    }
}
