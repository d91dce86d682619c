<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Response;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Gain within 0.1 dB and corner frequencies within 2 % of ngspice `.ac` on the same circuit. */
final class SmallSignalTest extends TestCase
{
    /** @return iterable<string, array{string, string, list<string>}> circuit, place driven, places read */
    public static function amplifiers(): iterable
    {
        yield 'long-tailed pair, loop around the output transformer' => ['Lantern 30', 'V1/1/in', ['V1.1', 'V1.6', 'V2.6', 'V3.1', 'V3.6', 'V4.3', 'T2/sec']];
        yield 'single-ended' => ['Nuthatch 5', 'V1.2', ['V1.1', 'V1.6', 'V2.3', 'T2/sec']];
        yield 'ultralinear with a cathodyne' => ['Quillon Duo 12', 'V1.2', ['V1.1', 'V1.6', 'V1/2/junction', 'V2.9', 'T2/sec']];
        yield 'paraphase' => ['doubler, fixed bias, paraphase', 'V1.2', ['V1.1', 'V2.1', 'V2.6', 'T2/sec']];
        yield 'pentode' => ['half-wave doubler, pentode first stage, single-ended', 'V1.9', ['V1.6', 'V1.1', 'T2/sec']];
        yield 'tone network behind a cathode follower' => ['cathode follower into a tone network, triode-connected pair', 'V1/1/in', ['V2.1', 'V2.8', 'TS/out', 'T2/sec']];
    }

    /** @param list<string> $places */
    #[DataProvider('amplifiers')]
    public function testGain(string $name, string $input, array $places): void
    {
        [$solution, $conditions] = self::driven($name, $input);
        $ac = new SmallSignal($solution);
        $words = implode(' ', array_map(static fn (string $p): string => 'vdb('.SpiceText::word($p).')', $places));
        foreach ([15.0, 120.0, 1000.0, 12000.0] as $hertz) {
            $theirs = Ngspice::run(NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Averaged, 'check'), \sprintf("ac lin 1 %g %g\nprint %s", $hertz, $hertz, $words));
            foreach ($places as $place) {
                self::assertEqualsWithDelta($theirs['vdb('.SpiceText::word($place).')'], 20 * log10($ac->reading($hertz, $place)[0]), 0.1, \sprintf('%s at %g Hz', $place, $hertz));
            }
        }
    }

    #[DataProvider('amplifiers')]
    public function testCorners(string $name, string $input): void
    {
        [$solution, $conditions] = self::driven($name, $input);
        $response = Response::of(new SmallSignal($solution), 'T2/sec');
        $theirs = Ngspice::run(
            NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Averaged, 'check'),
            "ac dec 200 1 1meg\nlet level=vdb(t2_sec)\nmeas ac top find level at=1000\nlet edge=level-top+3.0103\nmeas ac low when edge=0 rise=1\nmeas ac high when edge=0 fall=last",
        );
        foreach (['low' => $response->lowHertz, 'high' => $response->highHertz] as $which => $ours) {
            if (null !== $ours && isset($theirs[$which])) {
                self::assertEqualsWithDelta($theirs[$which], $ours, 0.02 * $theirs[$which], $which);
            }
        }
        self::assertNotNull($response->lowHertz);
        self::assertArrayHasKey('low', $theirs);
    }

    /** @return array{Solution, SolveConditions} */
    private static function driven(string $name, string $input): array
    {
        [$circuit, $mains] = Circuits::named($name);
        $netlist = $circuit->netlist->with('generator', new VoltageSource('generator', 'GEN', 'chassis', 0.0, 1.0))->with('Rgenerator', new Resistor('Rgenerator', 'GEN', $input, 1000));
        $conditions = new SolveConditions($mains);

        return [OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions), $conditions), $conditions];
    }
}
