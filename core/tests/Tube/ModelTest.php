<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Tube;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Tube\Model\GridCurrent;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;

/** The slopes that Newton needs, against differences; and the shapes that the equations must have. */
final class ModelTest extends TestCase
{
    /** @return iterable<string, array{float, float}> */
    public static function triodePoints(): iterable
    {
        yield 'working' => [180.0, -1.4];
        yield 'cut off' => [250.0, -4.5];
        yield 'grid positive' => [90.0, 0.8];
        yield 'hardly any plate volts' => [4.0, -0.1];
    }

    #[DataProvider('triodePoints')]
    public function testTriodeSlopes(float $plate, float $grid): void
    {
        $model = self::triode();
        [, $byPlate, $byGrid] = $model->plate($plate, $grid);
        $h = 1e-5;
        self::assertEqualsWithDelta(($model->plate($plate + $h, $grid)[0] - $model->plate($plate - $h, $grid)[0]) / (2 * $h), $byPlate, 1e-6 * abs($byPlate) + 1e-13);
        self::assertEqualsWithDelta(($model->plate($plate, $grid + $h)[0] - $model->plate($plate, $grid - $h)[0]) / (2 * $h), $byGrid, 1e-6 * abs($byGrid) + 1e-13);
    }

    /** @return iterable<string, array{float, float, float}> */
    public static function pentodePoints(): iterable
    {
        yield 'working' => [400.0, -36.0, 390.0];
        yield 'below the knee' => [25.0, -10.0, 300.0];
        yield 'near cut-off' => [450.0, -60.0, 400.0];
        yield 'grid positive' => [120.0, 3.0, 280.0];
        yield 'screen at nothing' => [300.0, -2.0, 0.0];
        yield 'screen below nothing' => [300.0, -0.5, -1.2];
        yield 'screen hardly above' => [40.0, -0.2, 0.6];
    }

    #[DataProvider('pentodePoints')]
    public function testPentodeSlopes(float $plate, float $grid, float $screen): void
    {
        $model = ShippedTubes::catalogue()->find('6L6GC')?->section('1')?->model;
        self::assertInstanceOf(PentodeModel::class, $model);
        $at = $model->plateAndScreen($plate, $grid, $screen);
        $h = 1e-5;
        foreach ([[$h, 0.0, 0.0], [0.0, $h, 0.0], [0.0, 0.0, $h]] as $i => [$p, $g, $s]) {
            $up = $model->plateAndScreen($plate + $p, $grid + $g, $screen + $s);
            $down = $model->plateAndScreen($plate - $p, $grid - $g, $screen - $s);
            foreach ([0, 4] as $of) {
                self::assertEqualsWithDelta(($up[$of] - $down[$of]) / (2 * $h), $at[$of + 1 + $i], 1e-5 * abs($at[$of + 1 + $i]) + 1e-12);
            }
        }
    }

    /** @return iterable<string, array{string}> */
    public static function pentodes(): iterable
    {
        foreach (['EL84', 'EL34', '6L6GC', '6V6GT', 'EF86'] as $type) {
            yield $type => [$type];
        }
    }

    #[DataProvider('pentodes')]
    public function testAScreenBelowTheCathodeTakesLessAndLessAndAtWorkNothingIsLost(string $type): void
    {
        $model = ShippedTubes::catalogue()->find($type)?->section('1')?->model;
        self::assertInstanceOf(PentodeModel::class, $model);
        $last = \INF;
        foreach ([2.0, 0.0, -2.0, -4.0, -8.0, -15.0, -30.0] as $screen) {
            $current = $model->plateAndScreen(0.0, 0.0, $screen)[4];
            self::assertLessThanOrEqual($last, $current, 'never more for less volts');
            self::assertGreaterThanOrEqual(0.0, $current);
            $last = $current;
        }
        self::assertLessThan(1e-12, $last, 'with neither plate nor screen positive nothing arrives');
        [$plate, , , , $taken] = $model->plateAndScreen(250.0, -2.0, 100.0);
        self::assertGreaterThan(1e-5, $taken);
        self::assertEqualsWithDelta($plate + $taken, $model->plateAndScreen(250.0, -2.0, 100.0)[0] / (1 - $taken / ($plate + $taken)), 1e-9);
    }

    public function testARectifiersCathodeGivesNothingColdAndAllOfItWarm(): void
    {
        self::assertLessThan(1e-6, RectifierModel::warmth(0.4));
        self::assertGreaterThan(1e-3, RectifierModel::warmth(0.42));
        self::assertLessThan(1.0, RectifierModel::warmth(0.69));
        self::assertSame(1.0, RectifierModel::warmth(0.7));
        self::assertSame(1.0, RectifierModel::warmth(1.1));
    }

    public function testARectifiersDropIsTheInverseOfItsCurrent(): void
    {
        $model = new RectifierModel(2e-4);
        foreach ([1e-5, 1e-3, 0.1, 0.5] as $amperes) {
            $volts = $model->dropAt($amperes);
            self::assertEqualsWithDelta($amperes, $model->through($volts, 1e-9)[0], 1e-6 * $amperes);
            self::assertEqualsWithDelta(($model->dropAt(1.0001 * $amperes) - $volts) / (1e-4 * $amperes), 1 / $model->slopeAt($amperes), 1e-3 / $model->slopeAt($amperes));
        }
        self::assertEqualsWithDelta(0.0, $model->dropAt(0.0), 0.0);
        self::assertLessThan(0.0, $model->dropAt(-1e-7), 'a straight line through zero');
    }

    public function testAllOfTheCathodeCurrentGoesToTheScreenWhereThePlateHasNoVolts(): void
    {
        $model = ShippedTubes::catalogue()->find('EL34')?->section('1')?->model;
        self::assertInstanceOf(PentodeModel::class, $model);
        $high = $model->plateAndScreen(350.0, -20.0, 350.0);
        $none = $model->plateAndScreen(0.0, -20.0, 350.0);
        self::assertSame(0.0, $none[0]);
        self::assertGreaterThan(4 * $high[4], $none[4], 'the screen takes it over: SAFE-6a');
    }

    public function testRectifierWithSeriesResistanceMeetsItsOwnEquation(): void
    {
        $model = new RectifierModel(0.00035);
        foreach ([0.3, 12.0, 60.0, 400.0] as $volts) {
            foreach ([0.0, 1.0, 150.0, 5000.0] as $ohms) {
                [$current, $slope] = $model->through($volts, $ohms);
                self::assertEqualsWithDelta(0.00035 * ($volts - $current * $ohms) ** 1.5, $current, 1e-9 * $current + 1e-15);
                self::assertEqualsWithDelta(($model->through($volts + 1e-4, $ohms)[0] - $current) / 1e-4, $slope, 1e-4 * $slope);
            }
        }
        self::assertSame([0.0, 0.0], $model->through(-5.0, 100.0));
    }

    public function testGridCurrentStartsSoftAndGrowsByThreeHalves(): void
    {
        $grid = new GridCurrent(0.001);
        self::assertSame([0.0, 0.0], $grid->at(-3.0));
        self::assertEqualsWithDelta(0.001, $grid->at(1.0)[0], 1e-7);
        self::assertEqualsWithDelta(8 ** 0.5, $grid->at(4.0)[0] / $grid->at(2.0)[0], 1e-3);
    }

    private static function triode(): TriodeModel
    {
        $model = ShippedTubes::catalogue()->find('12AX7')?->section('1')?->model;
        self::assertInstanceOf(TriodeModel::class, $model);

        return $model;
    }

    public function testTheSoftStartsAreAsWide(): void
    {
        // ln(1 + e⁰) = ln 2: at the bend each law stands at 0.69 of its width (the equations of the docblocks).
        self::assertEqualsWithDelta(1e-3 * (0.1 * \M_LN2) ** 1.5, (new GridCurrent(1e-3))->at(0.0)[0], 1e-12);
        self::assertEqualsWithDelta(0.1 * \M_LN2 / 200.0, (new RegulatorModel(108.0, 200.0))->at(108.0)[0], 1e-12);
    }

    public function testThePentodesEquations(): void
    {
        $model = new PentodeModel(8.0, 1.35, 1000.0, 40.0, 0.02, 0.08, 0.9, 0.2, 1.5, 0.3, new GridCurrent(1e-3));
        foreach ([[400.0, -20.0, 300.0], [150.0, -10.0, 300.0], [40.0, -10.0, 300.0], [300.0, -1.0, 0.4], [200.0, 0.0, -0.3]] as [$vp, $vg, $vs]) {
            $s = 0.5 * log(1 + exp($vs / 0.5));
            $u = $s + 0.02 * $vp;
            $e = $u / 40.0 * log(1 + exp(40.0 * (1 / 8.0 + ($vg + 0.3) / $u)));
            $ik = 2 * $e ** 1.35 / 1000.0;
            $r = $vp / $s;
            $b = 0.08 * (1.3 / ($r + 0.3)) ** 0.9;
            $share = $b + (1 - $b) * exp(-($r / 0.2) ** 1.5);
            $at = $model->plateAndScreen($vp, $vg, $vs);
            self::assertEqualsWithDelta($ik * (1 - $share), $at[0], 1e-9 * $ik);
            self::assertEqualsWithDelta($ik * $share * (1 - exp(-$s / 0.5)), $at[4], 1e-9 * $ik);
        }
    }
}
