<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Return ratios against ngspice with the loop cut open: the feedback resistor is replaced by what it loads at both ends and an
 * ampere source at the far end; what comes back at the output is the return ratio. Direct volts are held by the nodes' own values.
 */
final class LoopGainTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> circuit, feedback resistor, output, place fed */
    public static function loops(): iterable
    {
        yield 'long-tailed pair' => ['Lantern 30', 'R35', 'T2/sec', 'FB/bottom'];
        yield 'cathodyne, ultralinear' => ['Quillon Duo 12', 'R112', 'T2/sec', 'V1.3'];
        yield 'tone network inside the chain, a capacitor across the resistor' => ['cathode follower into a tone network, triode-connected pair', 'FB/R', 'T2/sec', 'FB/bottom'];
    }

    #[DataProvider('loops')]
    public function testTheReturnRatio(string $name, string $part, string $from, string $to): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $conditions = new SolveConditions($mains);
        $solution = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
        $loop = LoopGain::all($solution, $circuit->blocks)[0];
        $resistor = $circuit->netlist->find($part);
        self::assertInstanceOf(Resistor::class, $resistor);
        self::assertEqualsCanonicalizing([$from, $to], $resistor->places());
        $body = NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Averaged, 'open loop');
        $capacitor = $circuit->netlist->find(str_replace('/R', '/C', $part));
        $line = \sprintf('/^R%s .*$/m', SpiceText::word($part));
        self::assertSame(1, preg_match($line, $body));
        [$x, $y] = [SpiceText::word($from), SpiceText::word($to)];
        // Direct current as before; for signals the far end hangs on the output's ghost, and the output on a copy of the far end.
        $open = \sprintf("Ecopy copy 0 %2\$s 0 1\nRx %1\$s copy %3\$g\nRy %2\$s back %3\$g\nVback back 0 DC %4\$.12g AC 1", $x, $y, $resistor->ohms, $solution->at($from));
        if ($capacitor instanceof Capacitor) {
            $body = (string) preg_replace(\sprintf('/^C%s .*$/m', SpiceText::word($capacitor->id)), '', $body);
            $open .= \sprintf("\nCx %s copy %g\nCy %s back %g", $x, $capacitor->farads, $y, $capacitor->farads);
        }
        foreach ($loop->points as $i => [$hertz, $decibels, $degrees]) {
            if (0 !== $i % 12) {
                continue;
            }
            $theirs = Ngspice::run((string) preg_replace($line, $open, $body), \sprintf("ac lin 1 %.12g %.12g\nprint vdb(%s) vp(%s)", $hertz, $hertz, $x, $x));
            self::assertEqualsWithDelta($theirs[\sprintf('vdb(%s)', $x)], $decibels, 0.1, \sprintf('%g Hz', $hertz));
            // What comes back inverted is negative feedback: T = −V.
            $turned = rad2deg($theirs[\sprintf('vp(%s)', $x)]) + 180.0 - $degrees;
            self::assertEqualsWithDelta(0.0, $turned - 360.0 * round($turned / 360.0), 2.0, \sprintf('degrees at %g Hz', $hertz));
        }
    }
}
