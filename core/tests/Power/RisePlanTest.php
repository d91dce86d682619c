<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Power\RisePlan;
use Yew\Core\Reading\Verdict;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** What comes up when, switched on cold (PWR-9): bias must stand before the output tubes draw. */
final class RisePlanTest extends TestCase
{
    public function testSiliconGivesBPlusAtOnceAndBiasIsThereBeforeItsTubesAreHot(): void
    {
        $plan = self::plan('lantern-30');
        self::assertSame(['A', Verdict::Within, 'rise-bias-in-time-doubled'], [$plan->rail, $plan->reason()->verdict, $plan->reason()->code]);
        self::assertLessThan(0.1, $plan->railSeconds());
        self::assertGreaterThan($plan->railSeconds(), $plan->biasSeconds());
        self::assertGreaterThan($plan->biasSeconds(), $plan->drawsSeconds());
        // The bias network is a chain of capacitors: twice the capacitance takes about twice as long.
        self::assertEqualsWithDelta(2.0 * ($plan->biasSeconds() ?? 0.0), $plan->doubledSeconds(), 0.3);
    }

    public function testATubeRectifierLeavesTimeForIt(): void
    {
        $plan = self::plan('teasel-50');
        self::assertGreaterThan(5.0, $plan->railSeconds());
        self::assertLessThan($plan->railSeconds(), $plan->biasSeconds());
        self::assertGreaterThanOrEqual($plan->railSeconds(), $plan->drawsSeconds(), 'without B+ a hot tube draws nothing');
    }

    public function testWithCathodeBiasNothingHasToBeThereBefore(): void
    {
        $plan = self::plan('wren-15');
        self::assertSame([null, null, null, 'rise-no-fixed-bias'], [$plan->grid, $plan->biasSeconds(), $plan->doubledSeconds(), $plan->reason()->code]);
    }

    public function testBiggerCapacitorsInTheBiasSupplyMakeItLate(): void
    {
        $plan = self::plan('lantern-30', 'C20 330u', 'C21 330u');
        self::assertSame(['rise-bias-late-doubled', Verdict::Watch], [$plan->reason()->code, $plan->reason()->verdict], json_encode($plan->reason()->figures, \JSON_THROW_ON_ERROR));
        $plan = self::plan('lantern-30', 'C20 1000u', 'C21 1000u');
        self::assertSame(['rise-bias-late', Verdict::Danger], [$plan->reason()->code, $plan->reason()->verdict]);
        self::assertGreaterThan($plan->drawsSeconds(), $plan->biasSeconds());
    }

    public function testWithoutACircuitNothingIsTold(): void
    {
        self::assertNull(RisePlan::of(UnitTape::in(ChassisState::Dead)->bench()->facts()), 'nothing was solved');
    }

    public function testAShareIsReachedFirstAndForGood(): void
    {
        $rise = Rise::fromArray(['seconds' => [0.1, 1.0, 2.0, 3.0], 'volts' => ['A' => [90.0, 60.0, 80.0, 100.0], 'B' => [null, null, null, null], 'C' => [0.0, 0.0, 0.0, 0.0]], 'draws' => ['V4' => 9.0]]);
        self::assertSame([0.1, 2.0, 3.0], [$rise->firstSecondsTo('A', 0.75), $rise->secondsTo('A', 0.75), $rise->secondsTo('A', 0.95)]);
        self::assertSame([null, null, null, null], [$rise->secondsTo('B', 0.5), $rise->firstSecondsTo('B', 0.5), $rise->secondsTo('C', 0.5), $rise->secondsTo('nowhere', 0.5)]);
        self::assertEquals($rise, Rise::fromArray($rise->toArray()));
        self::assertNotSame((new RiseAsked(['A'], []))->key(), (new RiseAsked(['A'], [], ['C20' => 1e-6]))->key());
    }

    private static function plan(string $sheet, string ...$changes): RisePlan
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo($sheet));
        foreach ($changes as $change) {
            $tape->taken('as-fitted', ['text' => $change], 1.0);
        }

        return RisePlan::of($tape->bench()->facts()) ?? self::fail('its circuit tells');
    }
}
