<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\AveragedCharging;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

final class SolverTest extends TestCase
{
    public function testADividerAndWhatOneCanComputeByHand(): void
    {
        $solution = self::solve([new VoltageSource('B', 'A', 'chassis', 300.0), new Resistor('R1', 'A', 'M', 100e3), new Resistor('R2', 'M', 'chassis', 200e3)]);
        self::assertEqualsWithDelta(200.0, $solution->at('M'), 1e-5);
        self::assertEqualsWithDelta(200e3 / 3, Adjoint::of($solution, 'M')->sourceOhms(), 0.01);
        // dV/d(ln R1) = −V·R1·R2/(R1+R2)²
        self::assertEqualsWithDelta(-300.0 * 2 / 9, Adjoint::of($solution, 'M')->relative()['parts']['R1'], 1e-4);
    }

    public function testSensitivitiesAgreeWithSolvingAgain(): void
    {
        [$circuit, $mains] = Circuits::named('Lantern 30');
        $conditions = new SolveConditions($mains);
        $at = static fn (Factors $f): float => OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions, $f), $conditions)->at('V3.1');
        $slopes = Adjoint::of(OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions), 'V3.1')->relative();
        foreach (['R14', 'R17', 'R20', 'L1'] as $id) {
            self::assertEqualsWithDelta(($at(new Factors(parts: [$id => 1.001])) - $at(new Factors(parts: [$id => 0.999]))) / 0.002, $slopes['parts'][$id], 0.003 * abs($slopes['parts'][$id]) + 1e-3, $id);
        }
        foreach (['V3/1', 'V3/2', 'V4/1'] as $id) {
            self::assertEqualsWithDelta(($at(new Factors([$id => 1.001])) - $at(new Factors([$id => 0.999]))) / 0.002, $slopes['tubes'][$id], 0.003 * abs($slopes['tubes'][$id]) + 1e-3, $id);
        }
        self::assertEqualsWithDelta(($at(new Factors(windingVolts: ['D1' => 1.001])) - $at(new Factors(windingVolts: ['D1' => 0.999]))) / 0.002, $slopes['windingVolts']['D1'], 0.01 * $slopes['windingVolts']['D1']);
    }

    public function testAChokeInputsWindingMovesItsRail(): void
    {
        [$circuit, $mains] = Circuits::named('choke input, directly heated triode');
        $conditions = new SolveConditions($mains);
        $at = static fn (float $f): float => OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions, new Factors(windingVolts: ['D1' => $f])), $conditions)->at('A');
        $slope = Adjoint::of(OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions), 'A')->relative()['windingVolts']['D1'];
        self::assertEqualsWithDelta(($at(1.002) - $at(0.998)) / 0.004, $slope, 0.03 * $slope);
    }

    public function testAWarmStartFindsTheSamePoint(): void
    {
        [$circuit, $mains] = Circuits::named('Wren 15');
        $compiled = Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), new SolveConditions($mains));
        $neighbour = OperatingPoint::of($compiled, new SolveConditions($mains));
        $cold = OperatingPoint::of($compiled, new SolveConditions(0.93 * $mains));
        $warm = OperatingPoint::of($compiled, new SolveConditions(0.93 * $mains), $neighbour);
        foreach ($cold->volts as $node => $volts) {
            self::assertEqualsWithDelta($volts, $warm->volts[$node], 1e-4);
        }
        self::assertLessThanOrEqual($cold->iterations, $warm->iterations);
    }

    /** Full wave, silicon, one rectifier alone: I = [2·Vp·cos θ1 − (V+Vd)(π−2θ1)]/(π·Rs), θ1 = asin((V+Vd)/Vp) (the classical analysis; Schade 1943). */
    public function testTheAveragedRectifierIsTheClassicalFormula(): void
    {
        $port = new Port('D', 'T/ht', 0, 1, 2.5, 40.0, 0.8, null, true, true, 1.0, 1.0, 0.0);
        $cycle = AveragedCharging::over([$port], [350.0], 160.0, 3.0, 0.0);
        $peak = 2.5 * 160.0;
        $source = 40.0 + 2.5 ** 2 * 3.0;
        $angle = asin(350.8 / $peak);
        self::assertEqualsWithDelta((2 * $peak * cos($angle) - 350.8 * (\M_PI - 2 * $angle)) / (\M_PI * $source), $cycle->current[0], 1e-9);
        $square = ($peak ** 2 * (\M_PI_2 - $angle + 0.5 * sin(2 * $angle)) - 4 * $peak * 350.8 * cos($angle) + 350.8 ** 2 * (\M_PI - 2 * $angle)) / (\M_PI * $source ** 2);
        self::assertEqualsWithDelta($square, $cycle->windingSquare[0], 1e-9, 'RMS of a bridge winding');
    }

    public function testWhatHangsInTheAirIsSaidAndTheRestStaysExact(): void
    {
        $solution = self::solve([new VoltageSource('B', 'A', 'chassis', 100.0), new Resistor('R1', 'A', 'M', 1e3), new Resistor('R2', 'M', 'chassis', 1e3), new Resistor('R3', 'X', 'Y', 470.0), new CurrentSource('I', 'X', 'Y', 1e-3)]);
        self::assertEqualsWithDelta(50.0, $solution->at('M'), 1e-4);
        self::assertTrue($solution->isFloating('X'));
        self::assertFalse($solution->isFloating('M'));
        self::assertEqualsWithDelta(0.47, $solution->at('Y', 'X'), 1e-6, 'inside the floating part volts still mean something');
    }

    public function testAnOpenGridFloatsAndItsPlateWithIt(): void
    {
        [$circuit, $mains] = Circuits::named('Quillon Duo 12');
        $fitted = AsFitted::of($circuit->netlist, new Factors(), [Fields::of(['kind' => 'open', 'id' => 'R17'])], ShippedTubes::catalogue());
        $forecast = Forecast::of($fitted, ShippedTubes::catalogue(), new SolveConditions($mains), new Calibration(new Factors(), [], [], []), ['V1.2', 'V1.1', 'A', 'V4.1']);
        self::assertNull($forecast->at('V1.2')?->volts);
        self::assertNull($forecast->at('V1.1')?->volts, 'the plate follows wherever the grid drifts');
        self::assertEqualsWithDelta(324.7, $forecast->at('A')->volts ?? 0.0, 1.0);
        self::assertEqualsWithDelta(186.4, $forecast->at('V4.1')->volts ?? 0.0, 0.5, 'the other channel is what it was');
        self::assertEquals($forecast, Forecast::fromArray($forecast->toArray())); // @phpstan-ignore argument.type (round trip)
    }

    public function testColdResistances(): void
    {
        [$circuit] = Circuits::named('Wren 15');
        $ohms = static fn (string $a, string $b, array $lifted = []): ?float => ColdResistance::between($circuit->netlist, ShippedTubes::catalogue(), $a, $b, new Factors(), array_values(array_filter($lifted, is_string(...))));
        self::assertEqualsWithDelta(150.0, $ohms('V3.3', 'chassis') ?? 0.0, 0.01, 'the cathode resistor alone');
        self::assertEqualsWithDelta(470.0, $ohms('A', 'B') ?? 0.0, 0.01);
        self::assertEqualsWithDelta(100000.0 + 22000.0, $ohms('V1.1', 'C') ?? 0.0, 1.0, 'plate load and dropper in series');
        self::assertNull($ohms('A', 'chassis'), 'no bleeder: infinite');
        self::assertNull($ohms('V3.3', 'chassis', ['R15']), 'lifted');
        self::assertEqualsWithDelta(255.0, $ohms('V3.7', 'V4.7') ?? 0.0, 0.01, 'plate to plate: both halves of the primary');
        $this->expectException(BadCircuit::class);
        $ohms('V9.1', 'chassis');
    }

    public function testADiodeAndSourcesInParallelAreSolvedNotHung(): void
    {
        $solution = self::solve([new VoltageSource('B1', 'A', 'chassis', 10.0), new VoltageSource('B2', 'A', 'chassis', 12.0), new Resistor('R', 'A', 'K', 1e3), new Diode('D', 'K', 'chassis')]);
        self::assertEqualsWithDelta(11.0, $solution->at('A'), 0.01, 'two ideal sources share through their milliohms');
        self::assertEqualsWithDelta(0.7, $solution->at('K'), 0.1);
    }

    public function testAShortIsTenMilliohmsAndAMillionOhmsOnARailIsJustAWeakRail(): void
    {
        [$circuit, $mains] = Circuits::named('Lantern 30');
        foreach ([['kind' => 'short', 'id' => 'C1/a'], ['kind' => 'part', 'id' => 'R14', 'ohms' => 1e6], ['kind' => 'part', 'id' => 'R14', 'ohms' => 0]] as $change) {
            $fitted = AsFitted::of($circuit->netlist, new Factors(), [Fields::of($change)], ShippedTubes::catalogue());
            $solution = OperatingPoint::of(Compiler::compile($fitted->netlist, ShippedTubes::catalogue(), new SolveConditions($mains)), new SolveConditions($mains));
            self::assertLessThan(450.0, abs($solution->at('C')));
        }
        self::assertEqualsWithDelta(0.01, Compiler::LEAST_OHMS, 0.0);
    }

    /** @param list<\Yew\Core\Circuit\Element\Element> $elements */
    private static function solve(array $elements): Solution
    {
        return OperatingPoint::of(Compiler::compile(Netlist::of($elements), ShippedTubes::catalogue(), new SolveConditions(0.0)), new SolveConditions(0.0));
    }
}
