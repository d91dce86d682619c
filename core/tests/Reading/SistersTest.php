<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\Meters;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Beside;
use Yew\Core\Reading\BesideKind;
use Yew\Core\Reading\BesideSays;
use Yew\Core\Reading\ComparisonReadings;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\ReadingLog;
use Yew\Core\Reading\SisterObstacle;
use Yew\Core\Reading\SisterReading;
use Yew\Core\Reading\SisterUnit;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\SheetFixture;

/** Figures laid beside a reading: the sister's, the other unit's, the last visit's (JUDGE-6; the windows of 3 and 10 % are our choice). */
final class SistersTest extends TestCase
{
    private const RAIL = 'A|dc-volts';

    /** @return iterable<string, array{array<string, mixed>, ?float, SisterObstacle|float}> how the other unit was read, its wiring, and what of it can be laid beside 400 V read at 117 V mains */
    public static function otherUnits(): iterable
    {
        yield 'at the same mains as it is' => [[], 117.0, 400.0];
        yield 'at a lower mains, raised to this one' => [['inletVolts' => 111.15], 117.0, 400.0 / 0.95];
        yield 'mains just near enough' => [['inletVolts' => 117.0 / 1.099], 117.0, 400.0 * 1.099];
        yield 'mains too far below' => [['inletVolts' => 117.0 / 1.101], 117.0, SisterObstacle::OtherMains];
        yield 'mains too far above' => [['inletVolts' => 117.0 / 0.899], 117.0, SisterObstacle::OtherMains];
        yield 'wired for another mains' => [[], 230.0, SisterObstacle::OtherMains];
        yield 'wired for who knows what' => [[], null, SisterObstacle::OtherMains];
        yield 'at a mains that nobody stated' => [['inletVolts' => null], 117.0, SisterObstacle::MainsUnknown];
        yield 'through a lamp' => [['limiter' => ['kind' => 'lamp', 'watts' => 60]], 117.0, SisterObstacle::OtherConditions];
        yield 'in standby' => [['standby' => 'standby'], 117.0, SisterObstacle::OtherConditions];
        yield 'with a tube out' => [['tubes' => ['V1' => ['type' => '12AX7', 'tubeId' => null], 'V2' => 'out']], 117.0, SisterObstacle::OtherConditions];
    }

    /** @param array<string, mixed> $facts */
    #[DataProvider('otherUnits')]
    public function testWhatCanBeLaidBeside(array $facts, ?float $wiredFor, SisterObstacle|float $expected): void
    {
        $beside = (new SisterUnit('0117', $wiredFor, self::log([self::read('A', 400.0, $facts)])))->beside(self::RAIL, Bench::conditions(), 117.0, 1000.0);
        self::assertNotNull($beside);
        self::assertSame('0117', $beside->unitName);
        if ($expected instanceof SisterObstacle) {
            self::assertSame([$expected, null], [$beside->obstacle, $beside->volts]);
        } else {
            self::assertNull($beside->obstacle);
            self::assertEqualsWithDelta($expected, $beside->volts, 1e-6);
        }
    }

    public function testAReadingOfTheOtherUnitCountsWarmWholeAndByThen(): void
    {
        $of = static fn (TakenReading $reading, FittedChanges $fitted = new FittedChanges(), float $by = 1000.0): ?SisterReading => (new SisterUnit('0117', 117.0, self::log([$reading], $fitted)))->beside(self::RAIL, Bench::conditions(), 117.0, $by);
        self::assertSame(SisterObstacle::Warming, $of(self::read('A', 400.0, warm: 9.9))?->obstacle);
        self::assertNull($of(self::read('A', 400.0, warm: 10.0))?->obstacle);
        self::assertSame(SisterObstacle::NoFigure, $of(self::read('A', 400.0, kind: ReadingKind::Above))?->obstacle);
        self::assertSame(SisterObstacle::Refitted, $of(self::read('A', 400.0), self::refitted(false))?->obstacle);
        self::assertNull($of(self::read('A', 400.0), self::refitted(true))?->obstacle);
        self::assertNull($of(self::read('A', 400.0), by: 499.0), 'read at 500 s, it was not there yet');
        self::assertNull((new SisterUnit('0117', 117.0, self::log([self::read('A', 400.0)])))->beside('B|dc-volts', Bench::conditions(), 117.0, 1000.0));
    }

    public function testWithinThePrintButApartFromTheOtherUnitIsWatched(): void
    {
        $near = static fn (float $volts, string $verdict = 'within'): ComparisonReadings => new ComparisonReadings(otherUnit: new SisterReading('0117', self::read('A', $volts, verdict: $verdict), $volts));
        $apart = Bench::judge('V3.3', '440', near: $near(399.0));
        self::assertSame([Verdict::Watch, 'apart-from-other-unit'], [$apart->verdict, $apart->reasonCode]);
        self::assertSame('0117', $apart->figures['otherUnit']);
        self::assertSame([Verdict::Within, 'within'], [($j = Bench::judge('V3.3', '440', near: $near(401.0)))->verdict, $j->reasonCode], '10 % and no more');
        self::assertSame(Verdict::Within, Bench::judge('V3.3', '440', near: $near(399.0, 'out'))->verdict, 'a unit that is out of its own window is no measure');
        self::assertSame('unlike-its-sister', Bench::judge('V3.3', '440', near: new ComparisonReadings('V2.3', 399.0, otherUnit: new SisterReading('0117', self::read('A', 350.0), 350.0)))->reasonCode, 'the nearer sister speaks first');
    }

    public function testWhereNothingIsPrintedTheOtherUnitIsTheReference(): void
    {
        $near = static fn (?float $volts, string $verdict = 'cannot-say', string $reason = 'nothing-to-compare'): ComparisonReadings => new ComparisonReadings(lastVisitVolts: -60.0, otherUnit: new SisterReading('0117', self::read('A', $volts ?? 0.0, verdict: $verdict, reason: $reason), $volts));
        $like = Bench::judge('V3.5', '-40.0', near: $near(-41.0));
        self::assertSame([Verdict::Within, 'like-other-unit', 'other-unit', '0117'], [$like->verdict, $like->reasonCode, $like->reference, $like->figures['sisterPlace']]);
        self::assertSame([Verdict::Out, 'unlike-other-unit'], [($j = Bench::judge('V3.5', '-40.0', near: $near(-45.0)))->verdict, $j->reasonCode]);
        self::assertSame('unlike-last-visit', Bench::judge('V3.5', '-40.0', near: $near(null))->reasonCode, 'what cannot be compared is no reference');
        self::assertSame('unlike-last-visit', Bench::judge('V3.5', '-40.0', near: $near(-41.0, 'danger', 'bias-lost'))->reasonCode, 'nor is what was dangerous');
        self::assertSame('nothing-to-compare', Bench::judge('V3.5', '-0.06', near: new ComparisonReadings(lastVisitVolts: -0.04))->reasonCode);
        self::assertSame('unlike-last-visit', Bench::judge('V3.5', '-0.09', near: new ComparisonReadings(lastVisitVolts: -0.06))->reasonCode);
    }

    public function testWhatEachFigureBesideSays(): void
    {
        $says = static function (string $place, string $text, float $sister): BesideSays {
            $near = new ComparisonReadings('V9.9', $sister);
            $point = SheetFixture::sheet()->point($place, MeterFunction::DcVolts) ?? self::fail('no '.$place);

            return Beside::all($point, Bench::judge($place, $text, near: $near), $near)[0]->says;
        };
        self::assertSame(BesideSays::Alike, $says('A', '440', 428.0), 'rails: 3 %');
        self::assertSame(BesideSays::Unlike, $says('A', '440', 426.0));
        self::assertSame(BesideSays::Alike, $says('V3.3', '440', 401.0), 'electrodes: 10 %');
        self::assertSame(BesideSays::Unlike, $says('V3.3', '440', 399.0));
        self::assertSame(BesideSays::BothDeviate, $says('V3.3', '300', 310.0), 'both below the window');
        self::assertSame(BesideSays::BothDeviate, $says('V3.3', '520', 515.0), 'both above it');
        self::assertSame(BesideSays::Nothing, $says('V3.3', '440', 0.4), 'next to nothing makes no percentage');
        self::assertSame(BesideSays::Unlike, $says('V3.3', '440', 0.6));
    }

    public function testAPointShowsAllThatLiesBesideIt(): void
    {
        $log = new ReadingLog([self::RAIL => [self::read('A', 430.0)]], Bench::conditions(), ChassisState::Energised, 0.0, new FittedChanges(), 900.0);
        $bench = static fn (SisterUnit ...$units): ?JudgedPoint => (new JudgedBench($log, SheetFixture::sheet(), 117.0, new Meters(['no2' => Bench::meter()]), [self::RAIL => 425.0], sisters: array_values($units)))->point(self::RAIL);
        $lamp = new SisterUnit('lamp', 117.0, self::log([self::read('A', 200.0, ['limiter' => ['kind' => 'lamp', 'watts' => 60]])]));
        $sound = new SisterUnit('sound', 117.0, self::log([self::read('A', 400.0)]));
        $beside = $bench($lamp, $sound)->beside ?? [];
        self::assertSame([[BesideKind::OtherUnit, 'sound', BesideSays::Unlike], [BesideKind::LastVisit, '', BesideSays::Alike]], array_map(static fn (Beside $b): array => [$b->kind, $b->name, $b->says], $beside), 'the one that can be compared comes before the first');
        self::assertSame([BesideKind::OtherUnit, BesideSays::NotComparable], [($b = $bench($lamp)->beside[0] ?? self::fail())->kind, $b->says]);
        self::assertSame('apart-from-other-unit', $bench($sound)->judgement->reasonCode ?? '');
        self::assertSame([BesideKind::LastVisit], array_map(static fn (Beside $b): BesideKind => $b->kind, $bench()->beside ?? []));
        self::assertSame([], Beside::all(TestPoint::unprinted('A', MeterFunction::DcAmperes), null, new ComparisonReadings(lastVisitVolts: 0.1)), 'a current is laid beside nothing in volts');
    }

    private static function refitted(bool $found): FittedChanges
    {
        return new FittedChanges([FittedChange::fromFields(Fields::of(['text' => 'R9 2k2', 'change' => ['kind' => 'part', 'id' => 'R9', 'ohms' => 2200.0], 'foundSo' => $found]))]);
    }

    /** @param list<TakenReading> $readings */
    private static function log(array $readings, FittedChanges $fitted = new FittedChanges()): ReadingLog
    {
        $all = [];
        foreach ($readings as $reading) {
            $all[$reading->key()][] = $reading;
        }

        return new ReadingLog($all, Bench::conditions(), ChassisState::Discharging, null, $fitted, 600.0);
    }

    /** @param array<string, mixed> $facts */
    private static function read(string $place, float $volts, array $facts = [], ReadingKind $kind = ReadingKind::Value, float $warm = 20.0, string $verdict = 'within', string $reason = 'within'): TakenReading
    {
        return new TakenReading('r'.$volts, $place, MeterFunction::DcVolts, (string) $volts, $kind, $volts, 0.1, [], 'no2', Bench::conditions($facts), ChassisState::Energised, $warm, 500.0, 'pa', ['verdict' => $verdict, 'reasonCode' => $reason], null, 0);
    }
}
