<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Circuit\Time\AmplifierInTime;
use Yew\Core\Circuit\Time\Fuse;
use Yew\Core\Circuit\Time\Hand;
use Yew\Core\Circuit\Time\Instant;
use Yew\Core\Circuit\Time\Limit;
use Yew\Core\Circuit\Time\TimeRun;
use Yew\Core\Circuit\Time\WarmUp;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Amplifiers over seconds and minutes; against ngspice in tests/reference/TimeAgainstNgspiceTest. */
final class TimeTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function circuits(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('circuits')]
    public function testAMinuteEndsWhereTheOperatingPointIsAndStaysThere(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $fitted = AsFitted::drawn($circuit->netlist);
        $on = new SolveConditions($mains);
        $rest = $fitted->solved($on, ShippedTubes::catalogue());
        $amplifier = AmplifierInTime::cold($fitted, ShippedTubes::catalogue(), $on);
        $amplifier->run(90.0);
        $settled = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), $on);
        $settled->run(10.0);
        self::assertEqualsWithDelta(90.0, $amplifier->instant()->seconds, 1e-6);
        foreach ($rest->all() as $place => $volts) {
            if (!$rest->isFloating($place)) {
                self::assertEqualsWithDelta($volts, $amplifier->solution()->at($place), 2e-3 * abs($volts) + 0.05, 'from cold, at '.$place);
                self::assertEqualsWithDelta($volts, $settled->solution()->at($place), 2e-3 * abs($volts) + 0.05, 'left as it is, at '.$place);
            }
        }
        self::assertEqualsWithDelta($rest->primaryAmperes(), $settled->instant()->mainsAmperes(), 5e-3 * $rest->primaryAmperes());
    }

    public function testACapacitorDecaysAsTheFormulaSaysAndABleederShortensIt(): void
    {
        $netlist = Netlist::of([new VoltageSource('B1', 'S', 'chassis', 100.0), new Resistor('R0', 'S', 'A', 1e3), new Capacitor('C1', 'A', 'chassis', 10e-6), new Resistor('R1', 'A', 'B', 1e6), new Resistor('R2', 'B', 'chassis', 1e3)]);
        $charging = AmplifierInTime::cold(AsFitted::drawn($netlist), ShippedTubes::catalogue(), new SolveConditions(0.0));
        foreach ([0.005, 0.01, 0.02] as $seconds) {
            $charging->run($seconds - $charging->instant()->seconds);
            self::assertEqualsWithDelta(100.0 * 1001 / 1002 * (1.0 - exp(-$seconds / 0.01)), $charging->solution()->at('A'), 0.15, $seconds.' s');
        }
        // Mains off, tubes out: the reservoir through its bleeder alone.
        $fitted = AsFitted::drawn(Circuits::typed(['mains 230 ht 250/20', 'supply ht bridge A 47u'])->netlist->with('RB', new Resistor('RB', 'A', 'chassis', 220e3)));
        $off = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), new SolveConditions(230.0));
        $start = $off->solution()->at('A');
        $off->under(new SolveConditions(0.0));
        $off->run(10.0);
        $leak = 1.0 / (1.0 / 220e3 + 1.0 / 1e8);
        self::assertEqualsWithDelta($start * exp(-10.0 / ($leak * 47e-6)), $off->solution()->at('A'), 2e-3 * $start);
        $off->under(new SolveConditions(0.0, across: [['place' => 'A', 'against' => 'chassis', 'ohms' => 10e3]]));
        $before = $off->solution()->at('A');
        $off->run(1.0);
        self::assertEqualsWithDelta($before * exp(-1.0 / (47e-6 / (1.0 / $leak + 1e-4))), $off->solution()->at('A'), 2e-3 * $start);
    }

    /** The first step after a hand is no guess: what empties in microseconds is followed, and falls short of nothing. */
    public function testAChargedReservoirThatIsShortedFallsToWhatFlowsOnAndNotBelow(): void
    {
        $fitted = AsFitted::drawn(Circuits::typed(['mains 230 ht 250/20', 'supply ht bridge A 47u'])->netlist->with('RB', new Resistor('RB', 'A', 'chassis', 220e3)));
        foreach ([0.0, 230.0] as $mains) {
            $amplifier = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), new SolveConditions(230.0));
            $start = $amplifier->solution()->at('A');
            $amplifier->under(new SolveConditions($mains, across: [['place' => 'A', 'against' => 'chassis', 'ohms' => 1.5]]));
            $began = $amplifier->instant()->seconds;
            $least = $start;
            $amplifier->run(1e-3, static function (Instant $now) use (&$least, $start, $mains, $began): bool {
                $least = min($least, $now->volts('A') ?? 0.0);
                if (0.0 === $mains) {
                    self::assertEqualsWithDelta($start * exp(-($now->seconds - $began) / 70.5e-6), $now->volts('A'), 2e-3 * $start);
                }

                return true;
            });
            self::assertGreaterThan(-0.1, $least);
            self::assertLessThan(0.1 * $start, $amplifier->solution()->at('A'));
        }
    }

    public function testTubesThatAreHotEmptyTheRailsAndCoolDown(): void
    {
        [$fitted, $on] = self::amplifier('Nuthatch 5');
        $hot = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), $on);
        $hot->under(new SolveConditions(0.0));
        $hot->run(3.0);
        $out = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), $on);
        $out->under(new SolveConditions(0.0, null, ['V1', 'V2', 'V3']));
        $out->run(3.0);
        self::assertLessThan(0.35 * $out->solution()->at('A'), $hot->solution()->at('A'), 'a hot output tube empties the reservoir');
        self::assertGreaterThan(300.0, $out->solution()->at('A'), 'with the tubes out it holds its charge');
        $hot->run(60.0);
        self::assertLessThan(0.05, max(0.0, ...array_values($hot->instant()->warm)));
    }

    public function testBiasStandsBeforeTheRailsBehindATubeRectifierAndSiliconIsFirst(): void
    {
        [$fitted, $on] = self::amplifier('Teasel 50');
        $amplifier = AmplifierInTime::cold($fitted, ShippedTubes::catalogue(), $on);
        $rest = $fitted->solved($on, ShippedTubes::catalogue());
        $amplifier->run(5.0);
        self::assertLessThan(0.9 * $rest->at('N2'), $amplifier->solution()->at('N2'), 'bias is negative and nearly there');
        self::assertLessThan(0.1 * $rest->at('A'), $amplifier->solution()->at('A'), 'the rectifier is not warm');
        [$silicon, $on] = self::amplifier('Lantern 30');
        $amplifier = AmplifierInTime::cold($silicon, ShippedTubes::catalogue(), $on);
        $amplifier->run(0.5);
        $rest = $silicon->solved($on, ShippedTubes::catalogue());
        self::assertGreaterThan($rest->at('A'), $amplifier->solution()->at('A'), 'cold tubes draw nothing: the rails overshoot at once');
        self::assertSame(0.0, round($amplifier->instant()->warm['V4'] / 0.1));
        $samples = TimeRun::of(AmplifierInTime::cold($silicon, ShippedTubes::catalogue(), $on), 40.0)->samples();
        $highest = max(0.0, ...array_map(static fn (Instant $i): float => $i->volts('A') ?? 0.0, $samples));
        self::assertGreaterThan(1.04 * $rest->at('A'), $highest);
    }

    public function testAtLowMainsATubeRectifierNeverStarts(): void
    {
        [$fitted, $on] = self::amplifier('Wren 15');
        foreach ([[0.38, false], [0.8, true]] as [$share, $starts]) {
            $amplifier = AmplifierInTime::cold($fitted, ShippedTubes::catalogue(), new SolveConditions($share * $on->inletVolts));
            $amplifier->run(60.0);
            self::assertSame($starts, $amplifier->solution()->at('A') > 100.0, (string) $share);
        }
    }

    public function testGasRunsAPairAwayAndAGoodOneStays(): void
    {
        [$fitted, $on] = self::amplifier('Teasel 50');
        $tubes = ShippedTubes::catalogue();
        $amperes = static function (string $fault) use ($fitted, $tubes, $on): array {
            $gassy = '' === $fault ? $fitted : FaultCatalogue::read($fault, $fitted, $tubes)->in($fitted, $tubes);
            $amplifier = AmplifierInTime::cold($gassy, $tubes, $on);
            $at = static fn (): float => $amplifier->solution()->at('V4.8') - $amplifier->solution()->at('chassis');
            $amplifier->run(25.0);
            $early = $at();
            $amplifier->run(400.0);

            return [$early, $at()];
        };
        [$early, $late] = $amperes('');
        self::assertEqualsWithDelta($early, $late, 0.03 * $early, 'its sense resistor reads the same after minutes');
        [$early, $late] = $amperes('tube-gassy:V4:0.003');
        self::assertGreaterThan(1.3 * $early, $late, 'gas feeds on the heat that it makes');
    }

    public function testALampLimitsTheInrushAndTheRailsComeUpLater(): void
    {
        [$fitted, $on] = self::amplifier('Lantern 30');
        $seconds = static function (?Limiters $limiters) use ($fitted, $on): array {
            $samples = TimeRun::of(AmplifierInTime::cold($fitted, ShippedTubes::catalogue(), new SolveConditions($on->inletVolts, $limiters)), 3.0)->samples();
            foreach ($samples as $sample) {
                if (($sample->volts('A') ?? 0.0) > 150.0) {
                    return [$sample->seconds, max(0.0, ...array_map(static fn (Instant $i): float => $i->mainsAmperes(), $samples))];
                }
            }
            self::fail('the rail never came up');
        };
        [$bare, $inrush] = $seconds(null);
        [$limited, $flash] = $seconds(Limiters::lamp(100.0, 117.0));
        self::assertGreaterThan(3.0 * $bare, $limited);
        self::assertLessThan(0.6 * $inrush, $flash);
    }

    public function testATubeThatWasOutIsColdWhenItGoesBack(): void
    {
        [$fitted, $on] = self::amplifier('Lantern 30');
        $amplifier = AmplifierInTime::settled($fitted, ShippedTubes::catalogue(), $on);
        self::assertSame(1.0, $amplifier->instant()->warm['V4']);
        $amplifier->under(new SolveConditions($on->inletVolts, null, ['V4']));
        $amplifier->run(2.0);
        self::assertArrayNotHasKey('V4', $amplifier->instant()->warm);
        $amplifier->under($on);
        self::assertSame([0.0, 1.0], [$amplifier->instant()->warm['V4'], $amplifier->instant()->warm['V5']]);
        $amplifier->run(40.0);
        self::assertGreaterThan(0.9, $amplifier->instant()->warm['V4']);
    }

    public function testHandsAreDoneAtTheirMomentAndALimitOrFuseEndsTheWalk(): void
    {
        [$fitted, $on] = self::amplifier('Lantern 30');
        $cold = static fn (): AmplifierInTime => AmplifierInTime::cold($fitted, ShippedTubes::catalogue(), $on);
        $run = TimeRun::of($cold(), 30.0, [new Hand(10.0, new SolveConditions(0.0)), new Hand(40.0, $on)]);
        self::assertSame(['done', null], [$run->ended(), $run->brokenLimit()]);
        $samples = $run->samples();
        self::assertEqualsWithDelta(30.0, $samples[\count($samples) - 1]->seconds, 1e-6);
        $at = static fn (float $seconds): float => array_values(array_filter($samples, static fn (Instant $i): bool => $i->seconds >= $seconds))[0]->volts('A') ?? 0.0;
        self::assertGreaterThan(400.0, $at(9.9));
        self::assertLessThan(0.7 * $at(9.9), $at(20.0));

        $stopped = TimeRun::of($cold(), 30.0, [], null, [new Limit('A', false, -1.0), new Limit('A', true, 300.0)]);
        self::assertSame(['limit', 1], [$stopped->ended(), $stopped->brokenLimit()]);
        $samples = $stopped->samples();
        self::assertGreaterThan(300.0, $samples[\count($samples) - 1]->volts('A'));
        self::assertLessThan(1.0, $samples[\count($samples) - 1]->seconds);
        self::assertSame('done', TimeRun::of($cold(), 5.0, [], null, [new Limit('A', true, 600.0), new Limit('nowhere', true, 0.0)])->ended());

        self::assertSame('done', TimeRun::of($cold(), 30.0, [], Fuse::rated(1.0, true))->ended(), 'a slow fuse of a sensible value lives');
        self::assertSame('fuse', TimeRun::of($cold(), 30.0, [], Fuse::rated(0.25, true))->ended(), 'a quarter of an ampere does not');
        $shorted = FaultCatalogue::read('capacitor-shorted:C1/a', $fitted, ShippedTubes::catalogue())->in($fitted, ShippedTubes::catalogue());
        $blown = TimeRun::of(AmplifierInTime::cold($shorted, ShippedTubes::catalogue(), $on), 30.0, [], Fuse::rated(1.0, true));
        self::assertSame('fuse', $blown->ended());
        $samples = $blown->samples();
        self::assertLessThan(2.0, $samples[\count($samples) - 1]->seconds);
    }

    /** @return iterable<string, array{bool, float, float, float}> slow, times its rating, carries so long, has opened by then */
    public static function fuses(): iterable
    {
        // IEC 60127-2, from memory: limits of the pre-arcing time.
        yield 'slow, 2.1 times' => [true, 2.1, 0.5, 120.0];
        yield 'slow, 2.75 times' => [true, 2.75, 0.6, 10.0];
        yield 'slow, ten times' => [true, 10.0, 0.02, 0.3];
        yield 'quick, 2.75 times' => [false, 2.75, 0.05, 2.0];
        yield 'quick, ten times' => [false, 10.0, 0.001, 0.02];
    }

    #[DataProvider('fuses')]
    public function testAFuseOpensWithinItsLimits(bool $slow, float $times, float $carries, float $opened): void
    {
        self::assertFalse(Fuse::rated(2.0, $slow)->after(2.0 * $times, $carries)->isOpen());
        self::assertTrue(Fuse::rated(2.0, $slow)->after(2.0 * $times, $opened)->isOpen());
        self::assertFalse(Fuse::rated(2.0, $slow)->after(2.0 * 1.5, 1e6)->isOpen(), 'at one and a half times it holds for an hour');
    }

    public function testHowTubesWarm(): void
    {
        $tubes = ShippedTubes::catalogue();
        $seconds = static fn (string $type): float => WarmUp::seconds($tubes->find($type) ?? self::fail($type));
        self::assertSame([2.0, 2.0, 11.0, 13.0, 15.0, 15.0], array_map($seconds, ['5Y3GT', '300B', '12AX7', '6V6GT', 'EL34', '5AR4']));
        self::assertEqualsWithDelta(7.0, WarmUp::inrush(0.0), 1e-9);
        self::assertSame(1.0, WarmUp::inrush(1.2));
        self::assertLessThan(1e-6, WarmUp::emission(0.4));
        self::assertEqualsWithDelta(1.0, WarmUp::emission(0.7), 1e-12);
        self::assertSame(1.0, WarmUp::gas(1.0));
        self::assertEqualsWithDelta(\M_E, WarmUp::gas(1.5), 1e-9);
        self::assertSame(20.0, WarmUp::gas(4.0), 'a bulb has no more than so much to give');
    }

    /** @return array{AsFitted, SolveConditions} */
    private static function amplifier(string $name): array
    {
        [$circuit, $mains] = Circuits::named($name);

        return [AsFitted::drawn($circuit->netlist), new SolveConditions($mains)];
    }
}
