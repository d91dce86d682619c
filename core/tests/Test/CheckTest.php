<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Test;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Capacitor\CapacitorJudge;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Iron\IronPlan;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Station\Step;
use Yew\Core\Test\Check;
use Yew\Core\Test\Slip;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** JUDGE-7c: slips of a decade, a unit, or swapped fields are asked about. */
final class CheckTest extends TestCase
{
    /** @return iterable<string, array{TestKind, string, string, string|null, float}> test, subject, typed, slip, factor */
    public static function iron(): iterable
    {
        yield 'a winding as drawn' => [IronTestKind::WindingOhms, 'ht', '112', null, 0.0];
        yield 'a winding a decade off' => [IronTestKind::WindingOhms, 'ht', '11.2', 'decade', 10.0];
        yield 'a winding in kilohms' => [IronTestKind::WindingOhms, 'ht', '112k', 'unit', 0.001];
        yield 'a shorted winding is no slip' => [IronTestKind::WindingOhms, 'ht', '0.5', null, 0.0];
        yield 'hundredths of an ohm tell nothing' => [IronTestKind::WindingOhms, 'heater', '1.0', null, 0.0];
        yield 'volts off load' => [IronTestKind::OffLoad, 'ht', '120/352', null, 0.0];
        yield 'volts off load, a decade off' => [IronTestKind::OffLoad, 'ht', '120/35.2', 'decade', 10.0];
        yield 'mains and winding swapped' => [IronTestKind::OffLoad, 'ht', '352/120', 'swapped', 0.0];
        yield 'a heater and the mains swapped' => [IronTestKind::OffLoad, 'heater', '6.4/120', 'swapped', 0.0];
    }

    #[DataProvider('iron')]
    public function testOfAPowerTransformer(TestKind $kind, string $subject, string $text, ?string $slip, float $factor): void
    {
        $drawn = new DrawnTransformer('T1', 'power', [
            new DrawnWinding('primary', 'primary', 4.0),
            new DrawnWinding('ht', 'ht', 115.0, 350.0), new DrawnWinding('heater', 'heater', 0.1, 6.4),
        ], ratedVolts: 120);
        $suspect = self::suspect(IronPlan::steps($drawn, new TestRecord()), TakenTest::typed($kind, 'T1', $subject, $text));
        self::assertSame($slip, $suspect?->slip);
        if (null !== $slip) {
            self::assertEqualsWithDelta($factor, $suspect->factor ?? -1.0, 1e-12);
        }
    }

    public function testOfARatio(): void
    {
        $steps = IronPlan::steps(new DrawnTransformer('T2', 'output', primaryOhms: 6600, tapOhms: 8), new TestRecord());
        $slip = static fn (string $text): ?string => self::suspect($steps, TakenTest::typed(IronTestKind::Ratio, 'T2', '8', $text))?->slip;
        self::assertSame([null, 'swapped', 'decade', 'unit'], [$slip('11.5/0.400'), $slip('0.400/11.5'), $slip('11.5/4.00'), $slip('11.5/400')]);
    }

    public function testOfACapacitor(): void
    {
        $checks = CapacitorJudge::checks(new DrawnCapacitor('C1', 20e-6, 450.0));
        $slip = static function (string $text) use ($checks): ?string {
            foreach ($checks as $check) {
                $found = $check->suspect(TakenTest::typed(CapacitorTestKind::Capacitor, 'C1', '', $text));
                if (null !== $found) {
                    return $found->slip;
                }
            }

            return null;
        };
        self::assertSame([null, 'decade', 'unit', 'swapped', null], [$slip('22 1.8'), $slip('2.2'), $slip('22n'), $slip('1.2 22'), $slip('9 1.8')]);
        self::assertSame(['unit', null], [$slip('22 1.8 90m@450'), $slip('22 1.8 90u@450')], '90 mA of leakage at 450 V are 40 W');
        self::assertNull($slip('<1n'), 'a bound is no slip');
    }

    public function testOneAndTwoDecadesAndAThousandAreSlips(): void
    {
        self::assertSame([0.1, 10.0, 0.01, 100.0, 0.001, 1000.0], array_column(Check::figure('ohms', 90.0, 110.0)->intervals(), 'factor'));
        self::assertSame(['decade', 'decade', 'decade', 'decade', 'unit', 'unit'], array_column(Check::figure('ohms', 90.0, 110.0)->intervals(), 'slip'));
    }

    public function testIntervalsMoveIntoTheWindow(): void
    {
        $check = Check::quotient('a', 'b', 20.0, 30.0);
        foreach ($check->intervals() as $interval) {
            foreach (['low', 'high'] as $end) {
                $moved = 0.0 === $interval['factor'] ? 1 / $interval[$end] : $interval[$end] * $interval['factor'];
                self::assertGreaterThanOrEqual(20.0 - 1e-9, $moved);
                self::assertLessThanOrEqual(30.0 + 1e-9, $moved);
            }
        }
    }

    /** @param list<Step> $steps */
    private static function suspect(array $steps, TakenTest $test): ?Slip
    {
        foreach ($steps as $step) {
            if ($step->kind === $test->kind && $step->subject === $test->subject) {
                return ($step->checks[0] ?? null)?->suspect($test);
            }
        }
        self::fail('no such step');
    }
}
