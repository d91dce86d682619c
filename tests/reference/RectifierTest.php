<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Averaged rectifiers against ngspice transient runs of the switching flavour: mean within 1 %, ripple within 10 %, RMS winding
 * current within 5 %; light and heavy loads, small and large reservoirs, doublers included.
 */
final class RectifierTest extends TestCase
{
    /** @return iterable<string, array{RectifierKind, string|null, float, float}> */
    public static function supplies(): iterable
    {
        foreach (RectifierKind::cases() as $kind) {
            foreach ([null, '5Y3GT'] as $tube) {
                if (RectifierKind::ChokeInput === $kind || (null !== $tube && RectifierKind::CentreTap !== $kind)) {
                    continue;
                }
                foreach ([100e-6, 16e-6, 4e-6] as $farads) {
                    foreach ([20e3, 2e3] as $ohms) {
                        yield \sprintf('%s, %s, %d µF, %d kΩ', $kind->value, $tube ?? 'silicon', $farads * 1e6, $ohms / 1e3) => [$kind, $tube, $farads, $ohms];
                    }
                }
            }
        }
    }

    #[DataProvider('supplies')]
    public function testMeanRippleAndWindingCurrent(RectifierKind $kind, ?string $tube, float $farads, float $ohms): void
    {
        $conditions = new SolveConditions(117.0);
        $solution = OperatingPoint::of(Compiler::compile(self::supply($kind, $tube, $farads, $ohms), ShippedTubes::catalogue(), $conditions), $conditions);
        $ripple = Ripple::of($solution)['peakToPeak'];
        $end = round(60 * min(4.0, max(0.5, 6 * $ohms * $farads))) / 60 + 0.2;
        $theirs = Ngspice::run(
            NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Switching, 'check').\sprintf(".tran 20u %g %g 20u UIC\n", $end, $end - 0.1),
            \sprintf("run\nmeas tran mean avg v(a)\nmeas tran pp pp v(a)\nmeas tran behind pp v(b)\nmeas tran winding rms i(vw_d1%s)", RectifierKind::CentreTap === $kind ? '_a' : ''),
            'reltol=1e-4 method=gear',
        );
        self::assertEqualsWithDelta($theirs['mean'], $solution->at('A'), 0.01 * $theirs['mean'], 'mean');
        self::assertEqualsWithDelta($theirs['pp'], $ripple[$solution->circuit->nodes->number('A')], 0.10 * $theirs['pp'], 'ripple at the reservoir');
        self::assertEqualsWithDelta($theirs['behind'], $ripple[$solution->circuit->nodes->number('B')], 0.10 * $theirs['behind'], 'ripple behind the dropper');
        // Both halves of a full-wave doubler hang on the one winding.
        $winding = hypot(...array_map($solution->supplies[0]->windingAmperes(...), RectifierKind::FullWaveDoubler === $kind ? [0, 1] : [0, 0])) * (RectifierKind::FullWaveDoubler === $kind ? 1.0 : \M_SQRT1_2);
        self::assertEqualsWithDelta($theirs['winding'], $winding, 0.05 * $theirs['winding'], 'RMS in the winding');
    }

    public function testChokeInputAboveAndBelowTheCriticalCurrent(): void
    {
        foreach ([3000.0, 100000.0] as $ohms) {
            $conditions = new SolveConditions(117.0);
            $elements = [
                new MainsTransformer('T1', 117, 60, 1.5, ['T1/ht' => new SupplyWinding('T1/ht', 700, 100)]),
                new Rectifier('D1', 'T1/ht', RectifierKind::ChokeInput, 'A', 'chassis', choke: [8.0, 90.0]),
                new Capacitor('C1', 'A', 'chassis', 40e-6), new Resistor('RL', 'A', 'chassis', $ohms),
            ];
            $solution = OperatingPoint::of(Compiler::compile(Netlist::of($elements), ShippedTubes::catalogue(), $conditions), $conditions);
            $theirs = Ngspice::run(NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Switching, 'check').".tran 20u 4 3.9 20u UIC\n", "run\nmeas tran mean avg v(a)", 'reltol=1e-4 method=gear');
            self::assertEqualsWithDelta($theirs['mean'], $solution->at('A'), 0.01 * $theirs['mean'], \sprintf('%g ohms', $ohms));
        }
    }

    public function testAReservoirThatRunsEmptyIsSaidAndAShortedOneIsNot(): void
    {
        $conditions = new SolveConditions(117.0);
        $solve = static fn (Netlist $netlist): Solution => OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions), $conditions);
        self::assertSame(['A'], $solve(self::supply(RectifierKind::HalfWave, null, 4e-6, 2e3))->starved(), 'its ripple is larger than its volts');
        self::assertSame([], $solve(self::supply(RectifierKind::HalfWave, null, 16e-6, 2e3))->starved(), 'half of its volts');
        self::assertSame([], $solve(self::supply(RectifierKind::HalfWave, null, 4e-6, 2e3)->with('C1', new Capacitor('C1', 'A', 'chassis', 4e-6, null, 0.01)))->starved());
    }

    private static function supply(RectifierKind $kind, ?string $tube, float $farads, float $ohms): Netlist
    {
        $volts = match ($kind) {
            RectifierKind::CentreTap => 600.0,
            RectifierKind::HalfWave, RectifierKind::Bridge => 300.0,
            default => 150.0,
        };
        [$charged, $reservoirs, $middle] = match ($kind) {
            RectifierKind::FullWaveDoubler => [[new Capacitor('C1', 'A', 'M', $farads), new Capacitor('C2', 'M', 'chassis', $farads)], ['C1', 'C2'], 'M'],
            RectifierKind::HalfWaveDoubler => [[new Capacitor('C1', 'chassis', 'chassis', $farads), new Capacitor('C2', 'A', 'chassis', $farads)], ['C1', 'C2'], null],
            default => [[new Capacitor('C1', 'A', 'chassis', $farads)], ['C1'], null],
        };
        /** @var list<Element> $elements */
        $elements = [
            new MainsTransformer('T1', 117, 60, 1.5, ['T1/ht' => new SupplyWinding('T1/ht', $volts, $volts / 6)]),
            new Rectifier('D1', 'T1/ht', $kind, 'A', 'chassis', $middle, tube: null === $tube ? null : 'V9', reservoirs: $reservoirs),
            ...$charged,
            new Resistor('RL', 'A', 'chassis', $ohms), new Resistor('RX', 'A', 'B', 1000), new Capacitor('CB', 'B', 'chassis', 20e-6), new Resistor('RB', 'B', 'chassis', 20 * $ohms),
        ];

        return Netlist::of(null === $tube ? $elements : [...$elements, new Tube('V9', $tube)]);
    }
}
