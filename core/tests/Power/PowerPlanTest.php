<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Circuit\TubeStress;
use Yew\Core\Power\LampChoice;
use Yew\Core\Power\LampLight;
use Yew\Core\Power\PlanConditions;
use Yew\Core\Power\PlannedStop;
use Yew\Core\Power\PowerPlan;
use Yew\Core\Power\TubeStep;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** The way up made from the circuit (PWR-1 to PWR-6, PWR-9). */
final class PowerPlanTest extends TestCase
{
    /** @param list<string>|null $out null where nobody says which tubes are in */
    private static function plan(string $sheet, ?array $out, string $method = 'variac-lamp', string $reason = ''): PowerPlan
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo($sheet))->taken('power-choice', ['method' => $method, ...('' === $reason ? [] : ['reason' => $reason])]);
        if (null !== $out) {
            $tape->taken('conditions', ['facts' => ['tubes' => ['value' => $tape->unit->tubesBut($out), 'how' => 'measured']]]);
        }

        return $tape->bench()->plan();
    }

    private const LANTERN = ['V1', 'V2', 'V3', 'V4', 'V5'];
    private const TEASEL = ['V1', 'V2', 'V3', 'V4', 'V5'];

    /** @return list<array{float, bool}> mains and whether the limiter is in */
    private static function walk(PowerPlan $plan): array
    {
        return array_map(static fn (PlannedStop $s): array => [$s->stop->volts, $s->stop->isLimited()], $plan->stops);
    }

    /** @return iterable<string, array{string, list<string>, string, list<array{float, bool}>}> sheet, tubes out, method, stops */
    public static function walks(): iterable
    {
        // The Lantern’s 450 V parts stand their rating at 113 V in with no tubes: there its way up ends.
        yield 'variac and lamp' => ['lantern-30', self::LANTERN, 'variac-lamp', [[30.0, true], [60.0, true], [90.0, true], [108.0, false], [113.0, false]]];
        yield 'variac and ammeter' => ['lantern-30', self::LANTERN, 'variac-ammeter', [[30.0, false], [60.0, false], [90.0, false], [108.0, false], [113.0, false]]];
        yield 'the wall gives what it gives' => ['lantern-30', self::LANTERN, 'lamp', [[120.0, true], [120.0, false]]];
        yield 'a limiter' => ['lantern-30', self::LANTERN, 'electronic', [[120.0, true], [120.0, false]]];
        yield 'with output tubes in there is no such ceiling' => ['lantern-30', ['V1', 'V2', 'V3'], 'variac-lamp', [[60.0, true], [90.0, true], [120.0, false]]];
        yield 'nothing breaks' => ['quillon-duo-12', ['V1', 'V2', 'V3', 'V4', 'V5', 'V6'], 'variac-lamp', [[57.5, true], [115.0, true], [172.5, true], [207.0, false], [230.0, false]]];
        yield 'through the dead zone of a rectifier tube' => ['teasel-50', self::TEASEL, 'variac-ammeter', [[80.5, false], [149.5, false], [184.0, false], [207.0, false], [209.0, false]]];
    }

    /**
     * @param list<string>             $out
     * @param list<array{float, bool}> $stops
     */
    #[DataProvider('walks')]
    public function testTheStopsFollowFromRectifierTubesAndMethod(string $sheet, array $out, string $method, array $stops): void
    {
        self::assertEqualsWithDelta($stops, self::walk(self::plan($sheet, $out, $method)), 0.5);
    }

    public function testFullMainsAtOnceIsOneStop(): void
    {
        self::assertSame([[120.0, false]], self::walk(self::plan('lantern-30', [], 'straight', 'known good')));
    }

    /** At half mains B+ and bias are about half; a silicon supply gives over 100 V at 30 V in (PWR-3, PWR-5). */
    public function testEachStopSaysWhatEveryRailAndSocketShouldRead(): void
    {
        $plan = self::plan('lantern-30', self::LANTERN);
        [$first, $half] = [$plan->stops[0], $plan->stops[1]];
        self::assertGreaterThan(100.0, $first->reading('A')?->expected->volts ?? 0.0);
        foreach (['A', 'V4.5', 'V5.5', 'N1'] as $place) {
            $ratio = ($half->reading($place)->expected->volts ?? 0.0) / ($first->reading($place)->expected->volts ?? 1.0);
            self::assertEqualsWithDelta(2.03, $ratio, 0.06, $place.': what the diodes keep is the same');
        }
        self::assertSame([['A', 'dc-volts'], ['V4.5', 'dc-volts'], ['V5.5', 'dc-volts']], $first->stop->required);
        foreach (['V4.3', 'V4.4', 'V5.3', 'V5.4'] as $plate) {
            self::assertEqualsWithDelta($half->reading('A')->expected->volts ?? 0.0, $half->reading($plate)->expected->volts ?? 0.0, 1.0, 'B+ reaches '.$plate);
        }
        foreach ($plan->stops as $stop) {
            $rail = $stop->reading('A') ?? self::fail();
            self::assertGreaterThan($rail->expected->volts ?? \INF, $rail->abortAbove ?? 0.0);
            self::assertLessThanOrEqual(500.0, $rail->abortAbove, 'never above what is fitted there');
            self::assertSame($stop->reading('V4.5')?->expected->window?->high, $stop->reading('V4.5')?->abortAbove, 'bias that is less negative than its band is off');
            self::assertGreaterThan($stop->mainsAmperes ?? \INF, $stop->abortAmperes ?? 0.0);
        }
    }

    /** PWR-3: the first part to break, and at which mains; against CAP-5 of the same circuit. */
    public function testTheCeilingNamesTheFirstPartThatWouldBreak(): void
    {
        $first = self::plan('lantern-30', self::LANTERN)->ceilings[0];
        self::assertSame(['C3', 450.0], [$first->part, $first->ratedVolts]);
        self::assertEqualsWithDelta(113.3, $first->mainsVolts, 0.3);
        $volts = self::plan('lantern-30', self::LANTERN)->stops[4]->reading('C')->expected->volts ?? 0.0;
        self::assertEqualsWithDelta(450.0, $volts * 113.26 / 113.0, 2.5, 'there it stands its rating');
        self::assertGreaterThan(230.0, self::plan('quillon-duo-12', [])->ceilings[0]->mainsVolts);
    }

    /** A rectifier tube gives nothing below some 40 to 50 % (PWR-1, common practice); the bias of a winding of its own is there before (PWR-9). */
    public function testWhatWakesWhen(): void
    {
        $wakes = [];
        foreach (self::plan('teasel-50', self::TEASEL)->wakes as $wake) {
            $wakes[$wake['what']] = $wake['mainsVolts'] / 230.0;
        }
        self::assertLessThan(0.15, $wakes['bias']);
        self::assertGreaterThanOrEqual(0.4, $wakes['rail']);
        self::assertLessThanOrEqual(0.5, $wakes['rail']);
        self::assertSame([], self::plan('lantern-30', self::LANTERN)->wakes, 'silicon is awake at once');
        $stop = self::plan('teasel-50', self::TEASEL)->stops[0];
        self::assertSame([false, 0.0, [['V4.5', 'dc-volts'], ['V5.5', 'dc-volts']]], [$stop->stop->bPlusComes, $stop->stop->dwell, $stop->stop->required], 'no B+ is asked for there, and nobody dwells');
    }

    /** PWR-5a: with a bias rectifier of its own the first run is without the rectifier tube: heaters and bias, no B+. */
    public function testWithoutItsRectifierTubeNoBPlusIsExpected(): void
    {
        $plan = self::plan('teasel-50', [...self::TEASEL, 'V6']);
        foreach ($plan->stops as $stop) {
            self::assertFalse($stop->stop->bPlusComes);
            self::assertNull($stop->reading('A')->expected->volts ?? null);
        }
        self::assertSame('rectifier', $plan->steps[0]->what);
        self::assertSame(['V6'], $plan->steps[0]->positions);
        self::assertNotSame('rectifier', self::plan('wren-15', [])->steps[0]->what, 'cathode bias waits for nothing');
    }

    /** @return list<array{string, list<string>, string|null}> */
    private static function steps(string $sheet): array
    {
        return array_map(static fn (TubeStep $s): array => [$s->what, $s->positions, $s->because], self::plan($sheet, [])->steps);
    }

    /** From the output back to the input; what shares a cathode resistor goes in together (PWR-6). */
    public function testTubesGoInFromTheOutputBackToTheInput(): void
    {
        self::assertSame([['output', ['V4', 'V5'], null], ['inverter', ['V3'], null], ['preamplifier', ['V1', 'V2'], null]], self::steps('lantern-30'));
        self::assertSame([['output', ['V3', 'V4'], 'shared-cathode'], ['inverter', ['V2'], null], ['preamplifier', ['V1'], null]], self::steps('wren-15'));
        self::assertSame([['output', ['V2', 'V3'], 'shared-cathode'], ['output', ['V5', 'V6'], 'shared-cathode'], ['inverter', ['V1'], null], ['inverter', ['V4'], null]], self::steps('quillon-duo-12'), 'a channel after the other');
        self::assertSame([['output', ['V2'], null], ['preamplifier', ['V1'], null]], self::steps('nuthatch-5'));
        self::assertSame([false, false], array_map(static fn (TubeStep $s): bool => $s->isSound, self::plan('nuthatch-5', [])->steps), 'a single-ended stage that runs at 107 % of a design-centre limit as drawn says so');
        foreach (['lantern-30', 'wren-15', 'quillon-duo-12', 'teasel-50', 'rushlight-60'] as $sheet) {
            foreach (self::plan($sheet, [])->steps as $step) {
                self::assertTrue($step->isSound, $sheet.' '.implode('', $step->positions));
                self::assertLessThan(1.0, $step->mostShare ?? 0.0, $sheet);
            }
        }
    }

    /** One alone of two on a shared cathode resistor runs at some 150 % (common practice): that is why they go in together. */
    public function testOneAloneOfTwoOnASharedResistorWouldBurn(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('wren-15'));
        $alone = $tape->bench()->readings()->under(PlanConditions::at($tape->bench()->facts(), 240.0, [], ['V1', 'V2', 'V4']));
        $share = max(0.0, ...array_map(static fn (TubeStress $s): float => 'V3' === $s->position ? $s->plateShare ?? 0.0 : 0.0, $alone->stresses ?? []));
        self::assertGreaterThan(1.2, $share);
    }

    /** The lamp’s law against its stated exponent: I ≈ I0·(V/V0)^0.55 (PWR-2, from memory). */
    public function testWhatALampLetsThrough(): void
    {
        self::assertEqualsWithDelta(0.5, LampChoice::through(60.0, 120.0, 120.0), 1e-6, 'its own current at its own volts');
        self::assertEqualsWithDelta(0.5 * 0.5 ** 0.55, LampChoice::through(60.0, 120.0, 60.0), 1e-6);
        self::assertEqualsWithDelta(0.12 / (120.0 ** 2 / 60.0 / 14.0), LampChoice::through(60.0, 120.0, 0.12), 1e-6, 'a cold filament is a fourteenth');
        $lamp = LampChoice::of(60.0, 120.0, 120.0, 0.4);
        self::assertEqualsWithDelta(0.5, $lamp->shortAmperes, 1e-6);
        self::assertGreaterThan(0.0, $lamp->shortWatts);
        self::assertLessThan(60.0, $lamp->shortWatts);
        $drop = 120.0 * 0.8 ** (1 / 0.55);
        self::assertEqualsWithDelta([120.0 - $drop, $drop / 120.0], [$lamp->healthyInletVolts, $lamp->healthyShare], 1e-6);
        self::assertNull(LampChoice::of(60.0, 120.0, 120.0, null)->healthyInletVolts);
        foreach (['dark' => 0.119, 'glow' => 0.12, 'half' => 0.4, 'bright' => 0.75] as $word => $share) {
            self::assertSame($word, LampLight::of($share)->value);
        }
    }

    /** The weakest lamp that lets through what it takes at rest; a chosen one stays. */
    public function testTheLampToBeginWith(): void
    {
        $plan = self::plan('lantern-30', self::LANTERN);
        self::assertSame(['kind' => 'lamp', 'watts' => 100.0, 'ratedVolts' => 120.0], $plan->stops[0]->stop->limiters[0]);
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('lantern-30'))->taken('power-choice', ['method' => 'lamp', 'lampWatts' => 40.0, 'lampVolts' => 230.0]);
        self::assertSame(['kind' => 'lamp', 'watts' => 40.0, 'ratedVolts' => 230.0], $tape->bench()->plan()->stops[0]->stop->limiters[0]);
    }

    /** Without a circuit: a plain fixed plan, and nothing said where the model would speak. */
    public function testWithoutACircuitThePlanIsPlain(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet());
        $plan = $tape->bench()->plan();
        self::assertEqualsWithDelta([[30.0, true], [60.0, true], [90.0, true], [108.0, false], [120.0, false]], self::walk($plan), 3.5);
        self::assertSame([[], [], []], [$plan->ceilings, $plan->steps, $plan->wakes]);
        self::assertSame([[], null, null], [$plan->stops[0]->readings, $plan->stops[0]->mainsAmperes, $plan->stops[0]->abortAmperes]);
    }
}
