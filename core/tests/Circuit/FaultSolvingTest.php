<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Fault\Observable;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Islands;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Broken circuits: every single fault has an answer; what has none is named and the rest still answers. */
final class FaultSolvingTest extends TestCase
{
    /** All of them are solved by tests/reference/EveryFaultTest, compiled. */
    private const EVERY = 5;

    /** @return iterable<string, array{string}> */
    public static function circuits(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('circuits')]
    public function testFaultsOfItAreSolvedAndLeaveWhatTheyCannotChange(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $conditions = new SolveConditions($mains);
        $healthy = self::solve($circuit->netlist, $conditions);
        $fitted = AsFitted::drawn($circuit->netlist);
        $unsolved = $absurd = $moved = [];
        foreach (FaultCatalogue::of($fitted, ShippedTubes::catalogue()) as $number => $fault) {
            if (0 !== $number % self::EVERY) {
                continue;
            }
            $broken = $fault->in($fitted, ShippedTubes::catalogue());
            $solution = OperatingPoint::of(Compiler::compile($broken->netlist, ShippedTubes::catalogue(), $conditions, $broken->factors), $conditions, $healthy);
            $unsolved += [] === $solution->unsolved ? [] : [$fault->text() => true];
            $absurd += array_filter([$fault->text() => max(0.0, ...array_map(abs(...), $solution->volts))], static fn (float $v): bool => !($v < 2500.0));
            foreach ($fault->canChange(Observable::Direct) ? [] : $healthy->all() as $place => $volts) {
                // What no meter shows is no change.
                $moved += abs($solution->at($place) - $volts) > 1e-5 * abs($volts) + 1e-3 ? [$fault->text() => $place] : [];
            }
        }
        self::assertSame([[], [], []], [$unsolved, $absurd, $moved]);
    }

    public function testAScreenThatFloatsCutsItsTubeOff(): void
    {
        [$circuit, $mains] = Circuits::named('Wren 15');
        $solution = self::solve($circuit->netlist->with('R20', null), new SolveConditions($mains));
        $screen = $solution->at('V3.9', 'V3.3');
        self::assertLessThan(0.0, $screen, 'it collects electrons until it takes no more');
        self::assertGreaterThan(-30.0, $screen);
        self::assertTrue(Adjoint::of($solution, 'V3.9')->isLeakage());
        self::assertGreaterThan(0.9 * $solution->at('A'), $solution->at('V3.7'), 'hardly any plate current');
    }

    public function testAnEmptyReservoirIsTheMeanOfTheRectifiedSineNotItsPeak(): void
    {
        $healthy = self::solve(self::bridge(47e-6), new SolveConditions(230.0));
        $open = self::solve(self::bridge(0.0), new SolveConditions(230.0));
        // 300 V of winding: 424 V of peak, 270 V in the mean.
        self::assertEqualsWithDelta(380.0, $healthy->at('A'), 30.0);
        self::assertEqualsWithDelta(2 / \M_PI * 300.0 * \M_SQRT2, $open->at('A'), 12.0);
        self::assertSame([], $healthy->starved());
        self::assertSame(['A'], $open->starved());
        self::assertContains('reservoir-starved', array_map(static fn (Remark $r): string => $r->code, Remarks::of($open, ShippedTubes::catalogue())));
        $codes = static fn (float $farads): array => array_map(static fn (Remark $r): string => $r->code, Remarks::of(self::solve(self::bridge($farads), new SolveConditions(230.0)), ShippedTubes::catalogue()));
        self::assertContains('reservoir-small', $codes(3e-6));
        self::assertNotContains('reservoir-small', $codes(12e-6));
        self::assertSame([], self::solve(self::bridge(47e-6, 0.01), new SolveConditions(230.0))->starved(), 'a shorted rail is not starved');
    }

    public function testSensitivitiesOfAnEmptyReservoirAgreeWithSolvingAgain(): void
    {
        $at = static fn (Factors $f): Solution => OperatingPoint::of(Compiler::compile(self::bridge(0.0), ShippedTubes::catalogue(), new SolveConditions(230.0), $f), new SolveConditions(230.0));
        $slopes = Adjoint::of($at(new Factors()), 'A')->relative();
        $moves = static fn (Factors $more, Factors $less): float => ($at($more)->at('A') - $at($less)->at('A')) / 0.04;
        self::assertEqualsWithDelta($moves(new Factors(windingVolts: ['D1' => 1.02]), new Factors(windingVolts: ['D1' => 0.98])), $slopes['windingVolts']['D1'], 0.02 * $slopes['windingVolts']['D1']);
        self::assertEqualsWithDelta($moves(new Factors(windingOhms: ['D1' => 1.02]), new Factors(windingOhms: ['D1' => 0.98])), $slopes['windingOhms']['D1'], 0.05 * abs($slopes['windingOhms']['D1']));
        // What a part does to the ripple is left out of its slope: for the load of an empty reservoir a fifth of it.
        self::assertEqualsWithDelta($moves(new Factors(parts: ['RL' => 1.02]), new Factors(parts: ['RL' => 0.98])), $slopes['parts']['RL'], 0.25 * $slopes['parts']['RL']);
    }

    public function testAWarmStartWithAnEmptyReservoirFindsTheSame(): void
    {
        $compiled = Compiler::compile(self::bridge(4e-6), ShippedTubes::catalogue(), new SolveConditions(230.0));
        $neighbour = OperatingPoint::of($compiled, new SolveConditions(230.0));
        $cold = OperatingPoint::of($compiled, new SolveConditions(200.0));
        self::assertEqualsWithDelta($cold->at('A'), OperatingPoint::of($compiled, new SolveConditions(200.0), $neighbour)->at('A'), 1e-3 * $cold->at('A'));
        self::assertEqualsWithDelta($neighbour->at('A'), OperatingPoint::of($compiled, new SolveConditions(230.0), $neighbour)->at('A'), 1e-4, 'the same again needs no more than a look');
        $other = OperatingPoint::of(Compiler::compile(self::bridge(8e-6), ShippedTubes::catalogue(), new SolveConditions(230.0)), new SolveConditions(230.0), $neighbour);
        self::assertEqualsWithDelta(self::solve(self::bridge(8e-6), new SolveConditions(230.0))->at('A'), $other->at('A'), 1e-3 * $other->at('A'), 'another reservoir is stepped anew');
    }

    public function testATubeRectifierGivesNothingBeforeItIsWarmAndSiliconAtOnce(): void
    {
        [$tube, $tubeMains] = Circuits::named('Wren 15');
        [$silicon, $siliconMains] = Circuits::named('Lantern 30');
        $share = static fn (Netlist $netlist, float $mains, float $of): float => self::solve($netlist, new SolveConditions($of * $mains))->at('A') / self::solve($netlist, new SolveConditions($mains))->at('A');
        self::assertLessThan(0.01, $share($tube->netlist, $tubeMains, 0.35));
        self::assertGreaterThan(0.7, $share($tube->netlist, $tubeMains, 0.8));
        self::assertGreaterThan(0.25, $share($silicon->netlist, $siliconMains, 0.35));
    }

    public function testAnIslandWithoutAnAnswerIsNamedAndTheOthersKeepTheirs(): void
    {
        $netlist = Netlist::of([
            new VoltageSource('B1', 'A', 'chassis', 100.0), new Resistor('R1', 'A', 'M', 1e3), new Resistor('R2', 'M', 'chassis', 1e3),
            new VoltageSource('B2', 'X', 'chassis', 10.0), new Resistor('R3', 'X', 'Y', 1e3), new Resistor('R4', 'Y', 'chassis', 1e3),
        ]);
        $solution = self::solve($netlist, new SolveConditions(0.0));
        $marked = Islands::withoutAnswer($solution->moving([$solution->circuit->nodes->number('Y') => 3.0]));
        self::assertEqualsWithDelta(50.0, $marked->answered('M') ?? 0.0, 1e-4);
        self::assertNull($marked->answered('Y'));
        self::assertTrue($marked->cannotSolve('X'), 'all of its island');
        self::assertSame([], $marked->moving);
        self::assertContains('island-unsolved', array_map(static fn (Remark $r): string => $r->code, Remarks::of($marked, ShippedTubes::catalogue())));
        $this->expectException(DidNotConverge::class);
        $this->expectExceptionMessage('the place that moves most is M, by 7 V');
        Islands::withoutAnswer($solution->moving([$solution->circuit->nodes->number('Y') => 3.0, $solution->circuit->nodes->number('M') => 7.0]));
    }

    public function testAForecastSaysWhyItHasNoVolts(): void
    {
        $forecast = Forecast::of(AsFitted::drawn(self::bridge(0.0)), ShippedTubes::catalogue(), new SolveConditions(230.0), new Calibration(new Factors(), [], [], []), ['A', 'B', 'nowhere']);
        self::assertGreaterThan(200.0, $forecast->at('A')->volts ?? 0.0);
        self::assertNull($forecast->at('nowhere'));
        self::assertEquals($forecast, Forecast::fromArray($forecast->toArray())); // @phpstan-ignore argument.type (round trip)
    }

    private static function bridge(float $farads, ?float $leakOhms = null): Netlist
    {
        return Netlist::of([
            new MainsTransformer('T1', 230, 50, 12, ['T1/ht' => new SupplyWinding('T1/ht', 300, 60)]), new Rectifier('D1', 'T1/ht', RectifierKind::Bridge, 'A', 'chassis', reservoirs: ['C1']),
            ...($farads > 0.0 ? [new Capacitor('C1', 'A', 'chassis', $farads, null, $leakOhms)] : []), new Resistor('RL', 'A', 'chassis', 4e3), new Resistor('R1', 'A', 'B', 10e3), new Resistor('RB', 'B', 'chassis', 100e3),
        ]);
    }

    private static function solve(Netlist $netlist, SolveConditions $conditions): Solution
    {
        return OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions), $conditions);
    }
}
