<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Calibration\PredictionBand;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Bounds;
use Yew\Core\Reading\Expectation;
use Yew\Core\Reading\Expected;
use Yew\Core\Reading\Judge;
use Yew\Core\Reading\Judgement;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\ReadingContext;
use Yew\Core\Reading\TypedReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Where a sheet holds its circuit, expected values come from it: under any mains, with tubes out, through a lamp, with an old meter. */
final class ModelTest extends TestCase
{
    private static ?Sheet $sheet = null;
    private static ?Calibration $calibration = null;

    public function testAtThePrintedConditionsItIsThePrint(): void
    {
        foreach (['A', 'C', 'V3.1', 'V1.3', 'N2', 'V4.8'] as $place) {
            $point = self::point($place);
            $printed = $point->printedVolts ?? 0.0;
            // With the meter of the print in hand: 20 kΩ/V on the smallest range that shows the value.
            $meter = self::meter(self::sheet()->printedMeterOhms($point) ?? 1e9);
            self::assertEqualsWithDelta($printed, self::expected($place, ['inletVolts' => 117], $meter)->volts ?? 0.0, 0.006 * abs($printed) + 0.0005, $place);
        }
    }

    public function testTubesOutAreJudgedByTheModelAndRailsFloat(): void
    {
        $all = self::expected('A', ['inletVolts' => 117]);
        $without = self::expected('A', ['inletVolts' => 117, 'tubes' => ['V4' => 'out', 'V5' => 'out']]);
        self::assertSame(['model', null], [$without->reference, $without->obstacle]);
        self::assertGreaterThan(($all->volts ?? 0.0) + 8, $without->volts);
    }

    public function testALampOfKnownWattsIsCountedAnUnknownOneIsSaid(): void
    {
        $lamp = self::expected('A', ['inletVolts' => 117, 'limiter' => ['kind' => 'lamp', 'watts' => 60]], null, 'assumed');
        self::assertNull($lamp->obstacle);
        self::assertLessThan(0.8 * 435, $lamp->volts, 'the wall’s 117 V through the lamp');
        self::assertSame('limiter-unknown', self::expected('A', ['inletVolts' => 117, 'limiter' => ['kind' => 'electronic']], null, 'assumed')->obstacle);
        $behind = self::expected('A', ['inletVolts' => 90, 'limiter' => ['kind' => 'lamp', 'watts' => 60]]);
        self::assertEqualsWithDelta(self::expected('A', ['inletVolts' => 90])->volts ?? 0.0, $behind->volts, 1e-9, 'measured at the inlet, the lamp is in the figure already');
    }

    public function testALampBehindAVariacHasItsOwnRating(): void
    {
        $lamp = static fn (array $limiter): Expected => self::expected('A', ['source' => ['kind' => 'variac', 'volts' => 80], 'limiters' => [$limiter], 'inletVolts' => null], null);
        $own = $lamp(['kind' => 'lamp', 'watts' => 60, 'ratedVolts' => 120]);
        $low = $lamp(['kind' => 'lamp', 'watts' => 60, 'ratedVolts' => 80]);
        self::assertNull($own->obstacle);
        self::assertGreaterThan(1.05 * ($own->volts ?? 0.0), $low->volts, 'a lamp of 80 V and 60 W has fewer ohms');
        self::assertSame('limiter-unknown', $lamp(['kind' => 'lamp', 'watts' => 60])->obstacle);
        $electronic = $lamp(['kind' => 'electronic', 'amperes' => 0.3]);
        self::assertLessThan($lamp(['kind' => 'electronic', 'amperes' => 0.6])->volts ?? 0.0, $electronic->volts);
        self::assertEqualsWithDelta(self::expected('A', ['inletVolts' => 80])->volts ?? 0.0, $lamp(['kind' => 'electronic', 'amperes' => 20])->volts, 0.1, 'far below its limit it is not there');
    }

    public function testRampingIsJudgedLikeEnergisedWhereACircuitSaysWhatBelongs(): void
    {
        $context = self::setting(['inletVolts' => 60], null);
        $ramping = new ReadingContext($context->sheet, $context->conditions, null, ChassisState::Ramping, 1.0, 117.0, $context->forecast);
        self::assertEquals(Expectation::at(self::point('A'), $context), Expectation::at(self::point('A'), $ramping));
        $judge = static fn (float $volts, ReadingContext $s): Judgement => Judge::judge(self::point('A'), new TypedReading('A', ReadingKind::Value, $volts, 0.1), $s);
        $belongs = Expectation::at(self::point('A'), $ramping)->volts ?? 0.0;
        self::assertSame(Verdict::Within, $judge($belongs, $ramping)->verdict);
        self::assertContains(Mark::Provisional, $judge($belongs, $ramping)->marks);
        self::assertSame(Verdict::Out, $judge(0.5 * $belongs, $ramping)->verdict);
        $bias = self::point('N2');
        $half = Expectation::at($bias, $ramping)->volts ?? 0.0;
        self::assertSame(Verdict::Danger, Judge::judge($bias, new TypedReading('N2', ReadingKind::Value, 0.02 * $half, 0.01), $ramping)->verdict, 'no bias on the way up is no bias');
        $off = new ReadingContext($context->sheet, $context->conditions, null, ChassisState::Discharging, null, 117.0, $context->forecast);
        self::assertSame('not-energised', Expectation::at(self::point('A'), $off)->obstacle);
        $heater = self::sheet()->point('V5.7', MeterFunction::AcVolts) ?? throw new \LogicException('no heater point');
        $warm = Expectation::at($heater, $ramping)->volts ?? 0.0;
        self::assertSame(Verdict::Within, Judge::judge($heater, new TypedReading('h', ReadingKind::Value, $warm, 0.01), $ramping)->verdict, 'short of its volts, as it should be');
        self::assertSame('heater-below-rating', Judge::judge($heater, new TypedReading('h', ReadingKind::Value, $warm, 0.01), $context)->reasonCode);
    }

    public function testAmperesAreForecastAndJudged(): void
    {
        $context = self::setting(['inletVolts' => 117], null);
        $cathode = $context->forecast->currents['V4.8'] ?? throw new \LogicException('no current');
        // 1 Ω in the cathode lead carries it.
        self::assertEqualsWithDelta($context->forecast->at('V4.8')->volts ?? 0.0, $cathode->volts, 1e-4);
        self::assertEqualsWithDelta($cathode->volts ?? 0.0, ($context->forecast->currents['V4.3']->volts ?? 0.0) + ($context->forecast->currents['V4.4']->volts ?? 0.0), 1e-9, 'plate and screen');
        self::assertEqualsWithDelta($context->forecast->currents['R21']->volts ?? 0.0, $cathode->volts ?? 0.0, 1e-5);
        self::assertGreaterThan(0.02 * ($cathode->volts ?? 0.0), $cathode->deviation, 'tubes of one type differ');
        $point = TestPoint::unprinted('V4.8', MeterFunction::DcAmperes);
        $judge = static fn (float $amperes, float $resolution = 1e-4): Judgement => Judge::judge($point, new TypedReading('i', ReadingKind::Value, $amperes, $resolution), $context);
        $belongs = $cathode->volts ?? 0.0;
        $window = Expectation::at($point, $context)->window ?? throw new \LogicException('no window');
        self::assertGreaterThanOrEqual(0.2 * $belongs - 1e-9, $window->high - $belongs);
        self::assertLessThanOrEqual(0.4 * $belongs + 1e-9, $window->high - $belongs, 'widened at most to twice');
        self::assertEqualsWithDelta((new Bounds(0.8 * $belongs, 1.2 * $belongs, 'default'))->widened(PredictionBand::NINETY_FIVE * $cathode->deviation)->high, $window->high, 1e-9, 'a fifth, and the spread of tubes');
        self::assertSame([Verdict::Within, 'within'], [$judge($belongs)->verdict, $judge($belongs)->reasonCode]);
        self::assertSame([Verdict::Within, Verdict::Out], [$judge($window->high - 1e-4)->verdict, $judge($window->high + 1e-4)->verdict]);
        self::assertSame(['high', 'low'], [$judge(2 * $belongs)->reasonCode, $judge(0.3 * $belongs)->reasonCode]);
        self::assertSame(Verdict::CannotSay, Judge::judge(TestPoint::unprinted('V9.1', MeterFunction::DcAmperes), new TypedReading('i', ReadingKind::Value, 0.04, 1e-4), $context)->verdict, 'no such tube');
    }

    public function testTheMeterInHandLoadsTheNode(): void
    {
        $modern = self::expected('V4.5', ['inletVolts' => 117], self::meter(1e7))->volts ?? 0.0;
        $old = self::expected('V4.5', ['inletVolts' => 117], self::meter(1e6))->volts ?? 0.0;
        self::assertEqualsWithDelta($modern * (1e6 / (1e6 + 2.38e5)) / (1e7 / (1e7 + 2.38e5)), $old, 0.2, 'Rm/(Rm + Rth), COND-4');
    }

    public function testARailWithinHalfMainsIsNoLongerTooFar(): void
    {
        $half = self::expected('A', ['inletVolts' => 58.5]);
        self::assertNull($half->obstacle);
        self::assertEqualsWithDelta(0.49 * 435, $half->volts, 12.0);
    }

    public function testSpreadWidensAWindowAtMostToTwiceAndNeverThatOfBias(): void
    {
        self::assertEquals(new Bounds(80.0, 120.0, 'default'), (new Bounds(90.0, 110.0, 'default'))->widened(60.0));
        self::assertEquals(new Bounds(85.0, 115.0, 'default'), (new Bounds(90.0, 110.0, 'default'))->widened(15.0));
        self::assertEquals(new Bounds(90.0, 110.0, 'default'), (new Bounds(90.0, 110.0, 'default'))->widened(4.0));
        $bias = self::expected('N2', ['inletVolts' => 117]);
        self::assertEqualsWithDelta(0.1 * abs($bias->volts ?? 0.0), ($bias->window->high ?? 0.0) - ($bias->volts ?? 0.0), 1e-6);
    }

    public function testHeatersFollowTheirWinding(): void
    {
        $point = self::sheet()->point('V5.7', MeterFunction::AcVolts) ?? throw new \LogicException('no heater point');
        $expected = Expectation::at($point, self::setting(['inletVolts' => 117], null));
        self::assertSame('model', $expected->reference);
        self::assertEqualsWithDelta(6.4, $expected->volts, 0.15);
    }

    /** @param array<string, mixed> $facts */
    private static function expected(string $place, array $facts, ?Meter $meter = null, string $how = 'measured'): Expected
    {
        return Expectation::at(self::point($place), self::setting($facts, $meter, $how));
    }

    /** @param array<string, mixed> $facts */
    private static function setting(array $facts, ?Meter $meter, string $how = 'measured'): ReadingContext
    {
        $tubes = ['V1' => ['type' => '12AX7']];
        $stated = Conditions::decode(array_map(static fn (mixed $v): array => ['value' => $v, 'how' => $how], [...(isset($facts['limiters']) ? [] : ['limiter' => ['kind' => 'none']]), 'tubes' => $tubes, ...array_filter($facts, static fn (mixed $v): bool => null !== $v)]));
        $model = SheetModel::of(self::sheet(), ShippedTubes::catalogue()) ?? throw new \LogicException('no circuit');
        self::$calibration ??= $model->calibrated();

        return new ReadingContext(self::sheet(), $stated, $meter, ChassisState::Energised, 20.0, 117.0, $model->forecast($stated, 117.0, self::$calibration));
    }

    private static function point(string $place): TestPoint
    {
        return self::sheet()->point($place, MeterFunction::DcVolts) ?? throw new \LogicException('no point '.$place);
    }

    private static function sheet(): Sheet
    {
        return self::$sheet ??= (new SheetCodec(ShippedTubes::catalogue()))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
    }

    private static function meter(float $ohms): Meter
    {
        return Meter::decode(['id' => 'm', 'name' => 'm', 'functions' => [['function' => 'dc-volts', 'inputResistanceOhms' => $ohms, 'ranges' => [['max' => 1000, 'resolution' => 0.1, 'accuracyPercent' => 1, 'accuracyDigits' => 1]]]]]);
    }
}
