<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\Analysis\Response;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Block\BlockFields;
use Yew\Core\Circuit\Calibration\Spread;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\NetlistReader;
use Yew\Core\Circuit\Spice\SpiceValue;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Bounds of what is read as a circuit, and limits of what is said of it, from both of their sides. */
final class CircuitEdgesTest extends TestCase
{
    public function testScalesOfSpice(): void
    {
        // The scale factors of SPICE (ngspice manual, section "Some naming conventions"; from memory).
        foreach (['t' => 1e12, 'g' => 1e9, 'meg' => 1e6, 'k' => 1e3, 'mil' => 25.4e-6, 'm' => 1e-3, 'u' => 1e-6, 'µ' => 1e-6, 'n' => 1e-9, 'p' => 1e-12, 'f' => 1e-15] as $letters => $scale) {
            foreach ([$letters, strtoupper($letters), $letters.'Hz'] as $written) {
                self::assertEqualsWithDelta(2.5 * $scale, SpiceValue::parse('2.5'.$written), 1e-9 * $scale, $written);
            }
        }
        self::assertSame([null, null], [SpiceValue::parse('{R}'), SpiceValue::parse('1e400')]);
    }

    public function testLinesAndWords(): void
    {
        $faults = static fn (string $text): array => LineReader::read($text, ShippedTubes::catalogue())->faults;
        $line = 'res R1 A B 1k';
        self::assertSame([], $faults(str_repeat("#\n", 199).$line));
        self::assertSame([200 => 'more than 200 lines'], $faults(str_repeat("#\n", 200).$line));
        self::assertStringNotContainsString('more than', implode('', $faults('res'.str_repeat(' x', 79))));
        self::assertSame(['more than 80 words'], $faults('res'.str_repeat(' x', 80)));
    }

    public function testNetlistsThatAreReadHaveAnEnd(): void
    {
        $says = static fn (string $text): string => self::refused(static fn () => NetlistReader::read($text, ShippedTubes::catalogue()));
        self::assertSame('', $says("title\n".str_repeat("*\n", 11_998)));
        self::assertSame('more than 12000 lines', $says("title\n".str_repeat("*\n", 11_999)));
        self::assertSame('', $says("title\n*".str_repeat('x', 1_500_000 - 7)));
        self::assertSame('more than 1500000 characters', $says("title\n*".str_repeat('x', 1_500_000 - 6)));
    }

    public function testBlocksAndParts(): void
    {
        $rail = static fn (int $n): array => ['kind' => 'rail', 'node' => 'B'.$n, 'from' => 0 === $n ? 'A' : 'B'.($n - 1), 'dropper' => 1000];
        $decode = static fn (int $count): string => self::refused(static fn () => (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['blocks' => array_map($rail, range(0, $count - 1))], 'circuit'), []));
        self::assertStringNotContainsString('160', $decode(160));
        self::assertStringContainsString('160', $decode(161));
        $parts = static fn (int $count): array => array_map(static fn (int $i): Resistor => new Resistor('R'.$i, 'A', 'B', 1e3), range(1, $count));
        self::assertCount(3000, Netlist::of($parts(3000))->elements);
        $this->expectException(BadCircuit::class);
        Netlist::of($parts(3001));
    }

    public function testValuesThatAreTypingSlips(): void
    {
        $fields = static fn (float $value): BlockFields => new BlockFields(Fields::of(['it' => $value]), ShippedTubes::catalogue(), []);
        $resistor = static fn (float $ohms): string => self::refused(static fn () => $fields($ohms)->resistor('it', 'R1', 'A', 'B'));
        $capacitor = static fn (float $farads): string => self::refused(static fn () => $fields($farads)->capacitor('it', 'C1', 'A', 'B'));
        self::assertSame(['', ''], [$resistor(1e8), $capacitor(0.01)]);
        self::assertStringContainsString('outside', $resistor(1.01e8));
        self::assertStringContainsString('outside', $capacitor(0.0101));
    }

    public function testHowFarRealUnitsLieFromTheirDrawing(): void
    {
        $netlist = Netlist::of([new Resistor('R1', 'A', 'B', 1e3, 5.0), new Potentiometer('P1', 'A', 'B', 'C', 1e4, 0.5), new Capacitor('C1', 'A', 'B', 1e-6)]);
        $of = static fn (string $kind, string $id = ''): float => Spread::of($netlist, $kind, $id);
        self::assertSame([0.06, 0.10, 0.07], [$of('windingVolts'), $of('windingOhms'), $of('tubes')]);
        // Rectangular over half the marked tolerance: its standard deviation is the half width by √3.
        self::assertEqualsWithDelta([0.025 / sqrt(3), 0.10 / sqrt(3)], [$of('parts', 'R1'), $of('parts', 'P1')], 1e-12);
        self::assertSame([0.03, 0.0, 0.0], [$of('parts', 'L1'), $of('parts', 'C1/leak'), $of('parts', 'anchor')]);
    }

    public function testHowMuchAReservoirMayRipple(): void
    {
        $shares = [];
        for ($exponent = -7.0; $exponent < -4.5; $exponent += 0.05) {
            $solution = self::bridge(10.0 ** $exponent);
            $rippling = array_column($solution->rippling(), null, 'place')['A'] ?? null;
            $codes = array_map(static fn (Remark $r): string => $r->code, Remarks::of($solution, ShippedTubes::catalogue()));
            $share = null === $rippling ? 0.0 : $rippling['rippleVolts'] / $rippling['volts'];
            $shares[] = $share;
            self::assertSame($share > 0.9, \in_array('reservoir-starved', $codes, true), \sprintf('%.0f %% of ripple', 100 * $share));
            self::assertSame($share > 0.25 && $share <= 0.9, \in_array('reservoir-small', $codes, true), \sprintf('%.0f %% of ripple', 100 * $share));
        }
        foreach ([[0.16, 0.25], [0.25, 0.40], [0.57, 0.9], [0.9, 1.4]] as [$low, $high]) {
            self::assertNotSame([], array_filter($shares, static fn (float $s): bool => $s > $low && $s < $high), \sprintf('one between %g and %g', $low, $high));
        }
    }

    public function testWhatAnOhmmeterTakesForInfinite(): void
    {
        $ohms = static fn (float $between): ?float => ColdResistance::between(Netlist::of([new Resistor('R1', 'A', 'chassis', $between)]), ShippedTubes::catalogue(), 'A', 'chassis');
        self::assertEqualsWithDelta(4.9e8, $ohms(4.9e8), 1e6);
        self::assertNull($ohms(5.1e8));
    }

    public function testTheCornersOfARow(): void
    {
        // Below, 100 kΩ sees both capacitors side by side; above, 1 kΩ sees them in a row: −3.01 dB at 1/(2πRC).
        $conditions = new SolveConditions(0.0);
        $solution = OperatingPoint::of(Compiler::compile(Netlist::of([
            new VoltageSource('V', 'in', 'chassis', 0.0, 1.0), new Capacitor('C1', 'in', 'a', 100e-9), new Resistor('R1', 'a', 'chassis', 100e3), new Resistor('R2', 'a', 'out', 1e3), new Capacitor('C2', 'out', 'chassis', 10e-9),
        ]), ShippedTubes::catalogue(), $conditions), $conditions);
        $response = Response::of(new SmallSignal($solution), 'out');
        self::assertCount(6 * 12 + 1, $response->points);
        self::assertEqualsWithDelta(1 / (2 * \M_PI * 1e3 * 100e-9 / 11), $response->highHertz, 100.0);
        self::assertEqualsWithDelta(1 / (2 * \M_PI * 100e3 * 110e-9), $response->lowHertz, 0.1);
        $decibels = static fn (float $hertz): float => 20 * log10((new SmallSignal($solution))->reading($hertz, 'out')[0]);
        self::assertEqualsWithDelta([-3.0103, -3.0103], [$decibels($response->highHertz ?? 0.0) - $response->midDecibels, $decibels($response->lowHertz ?? 0.0) - $response->midDecibels], 1e-3);
    }

    /** @param \Closure(): mixed $act */
    private static function refused(\Closure $act): string
    {
        try {
            $act();
        } catch (BadData $e) {
            return $e->sentence;
        }

        return '';
    }

    /** 300 V through a bridge into 4 kΩ, and a chain of 110 kΩ. */
    private static function bridge(float $farads): Solution
    {
        $conditions = new SolveConditions(230.0);

        return OperatingPoint::of(Compiler::compile(Netlist::of([
            new MainsTransformer('T1', 230, 50, 12, ['T1/ht' => new SupplyWinding('T1/ht', 300, 60)]), new Rectifier('D1', 'T1/ht', RectifierKind::Bridge, 'A', 'chassis', reservoirs: ['C1']),
            new Capacitor('C1', 'A', 'chassis', $farads), new Resistor('RL', 'A', 'chassis', 4e3), new Resistor('R1', 'A', 'B', 10e3), new Resistor('RB', 'B', 'chassis', 100e3),
        ]), ShippedTubes::catalogue(), $conditions), $conditions);
    }
}
