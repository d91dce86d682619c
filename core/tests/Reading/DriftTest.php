<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\Drift;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\Bias\BiasTape;

/** Whether a place has come to rest (COND-3). */
final class DriftTest extends TestCase
{
    /** @return list<array{float, float}> a straight line, a point every half minute */
    private static function line(float $minutes, float $percentPerFive, float $volts = 400.0): array
    {
        $points = [];
        for ($at = 0.0; $at <= 60.0 * $minutes; $at += 30.0) {
            $points[] = [$at, $volts * (1.0 + $percentPerFive / 100.0 * $at / 300.0)];
        }

        return $points;
    }

    public function testItRestsWithinHalfAPercentInFiveMinutes(): void
    {
        self::assertSame('rest', Drift::of(self::line(12.0, 0.45))->says);
        self::assertSame('rest', Drift::of(self::line(12.0, -0.45))->says);
        self::assertSame('still-moving', Drift::of(self::line(12.0, 0.6))->says);
        self::assertSame('still-moving', Drift::of(self::line(12.0, -0.6))->says);
        self::assertEqualsWithDelta(2.0, Drift::of(self::line(4.0, 2.0))->percentPerFive, 0.1);
    }

    public function testBeforeTenMinutesItIsWarmingAndAfterThemItMoves(): void
    {
        self::assertSame('moving', Drift::of(self::line(9.5, 2.0))->says);
        self::assertSame('still-moving', Drift::of(self::line(10.0, 2.0))->says);
        self::assertSame('rest', Drift::of(self::line(9.5, 0.1))->says);
    }

    public function testFewPointsOrOfOneMomentSayNothing(): void
    {
        self::assertSame(['few', null], [Drift::of([])->says, Drift::of([])->percentPerFive]);
        self::assertSame('few', Drift::of([[0.0, 400.0], [200.0, 420.0]])->says, 'two points');
        self::assertSame('few', Drift::of([[0.0, 400.0], [20.0, 405.0], [59.0, 410.0]])->says, 'under a minute');
        self::assertSame('moving', Drift::of([[0.0, 400.0], [20.0, 405.0], [60.0, 410.0]])->says);
    }

    public function testOnlyTheLastFiveMinutesCount(): void
    {
        $settled = [...self::line(5.0, 8.0), ...array_map(static fn (array $p): array => [$p[0] + 330.0, 432.0], self::line(8.0, 0.0))];
        self::assertSame('rest', Drift::of($settled)->says);
    }

    public function testALongTraceIsThinnedAndItsLastPointIsKept(): void
    {
        $long = array_map(static fn (int $i): array => [(float) $i, 400.0 + $i / 1000.0], range(0, 4000));
        $drift = Drift::of($long);
        self::assertLessThanOrEqual(240, \count($drift->points));
        self::assertSame([4000.0 / 60.0, 404.0], $drift->points[\count($drift->points) - 1]);
    }

    public function testItIsMadeOfWhatWasTypedSinceItWasOnAndOfWhatAMeterKept(): void
    {
        $tape = BiasTape::energised('rushlight-60', 230.0);
        $tape->reads(['A' => '456'])->reads(['A' => '455'])->reads(['A' => '456']);
        $asked = ['', 0.0];
        $drift = $tape->tape->bench()->readings()->drift(TestPoint::keyOf('A', MeterFunction::DcVolts), static function (string $place, float $from, float $until) use (&$asked): array {
            $asked = [$place, $until - $from];

            return [[600.0, 470.0], [900.0, 474.0], [1200.0, 476.0]];
        });
        self::assertSame('A', $asked[0]);
        self::assertCount(6, $drift->points);
        self::assertSame(10.0, $drift->points[0][0], 'in the order of time');
        self::assertEqualsWithDelta($asked[1] / 60.0, $drift->points[5][0], 0.1);
        $tape->tape->off();
        self::assertSame([], $tape->tape->bench()->readings()->drift(TestPoint::keyOf('A', MeterFunction::DcVolts), static fn (): array => [])->points, 'off: nothing is warm');
    }
}
