<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bias;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bias\BiasCurrent;
use Yew\Core\Bias\BiasMethod;

/** Every way of measuring an output tube’s current, with its correction and its band (BIAS-1). */
final class BiasCurrentsTest extends TestCase
{
    /**
     * The same current, measured every way at a fixed-biased pair whose circuit says what each reading is.
     *
     * @return iterable<string, array{string, string, BiasMethod, float, float}>
     */
    public static function ways(): iterable
    {
        // The Lantern: 1 Ω under each cathode, 58 Ω of copper on one side, warm by anything between 20 and 60 °C: 62.5 Ω in the middle.
        yield 'across a sense resistor' => ['V4.8', '0.0443', BiasMethod::OwnCathode, 0.0443, 1e-9];
        yield 'an ammeter at the cathode' => ['V4.8', '44.3mA', BiasMethod::CathodeAmmeter, 0.0443, 1e-9];
        yield 'across its half of the primary' => ['T2/a', '2.63', BiasMethod::HalfDrop, 0.0443, 0.02];
        yield 'a milliammeter across its half' => ['T2/a', '41.4mA', BiasMethod::HalfShunt, 0.0443, 0.02];
        yield 'a milliammeter in the centre tap' => ['T2', '84.1mA', BiasMethod::CentreTap, 0.0443, 0.02];
        yield 'an ammeter at the plate' => ['V4.3', '42.05mA', BiasMethod::PlateAmmeter, 0.0443, 0.02];
    }

    #[DataProvider('ways')]
    public function testEachWayGivesTheCathodesCurrent(string $place, string $text, BiasMethod $method, float $amperes, float $within): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->reads([$place => $text]);
        $current = self::by($bench, 'V4', $method);
        self::assertEqualsWithDelta($amperes, $current->cathode->value, $within * $amperes + 1e-12);
        self::assertSame(BiasMethod::CentreTap === $method ? 2 : 1, $current->tubes);
    }

    /** 397 − 391 V is 6 V; of 54.5 mA the digits alone leave ± 13 % (common practice), and the warmth of the copper and the mains between them more. */
    public function testADifferenceOfTwoLargeReadingsIsKnownBadlyAndSaysSo(): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->reads(['A' => '437', 'V4.3' => '431']);
        $current = self::by($bench, 'V4', BiasMethod::HalfDifference);
        self::assertGreaterThan(0.13, $current->uncertainty());
        self::assertSame(['T2/a'], $current->unmeasured);
        $across = self::by($bench->reads(['T2/a' => '2.63']), 'V4', BiasMethod::HalfDrop);
        self::assertLessThan(0.11, $across->uncertainty(), 'across the winding there is no difference');
        self::assertSame(BiasMethod::HalfDrop, $bench->tube('V4')->current()?->method, 'the better known decides');
    }

    /** Copper gains 0.39 % a kelvin: at 60 °C 52 mA by the cold ohms are 45 (common practice); the band reaches from one to the other. */
    public function testTheWarmthOfTheCopperIsASourceAndNoFigure(): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->reads(['T2/a' => '3.016']);
        $cold = 3.016 / 58.0;
        self::assertEqualsWithDelta(0.052, $cold, 1e-4);
        $current = self::by($bench, 'V4', BiasMethod::HalfDrop);
        $share = ($bench->tube('V4')->screenAmperes->value ?? 0.0) / $current->cathode->value;
        $plate = $current->cathode->value * (1.0 - $share);
        self::assertEqualsWithDelta($cold / 1.078, $plate, 1e-6);
        self::assertGreaterThan(abs(0.052 - $plate), $current->cathode->halfWidth95() * (1 - $share) * 1.1);
        self::assertGreaterThan(abs($plate - 0.045), $current->cathode->halfWidth95() * (1 - $share) * 1.1);
    }

    public function testWhatCarriesSeveralIsDividedByThem(): void
    {
        $bench = BiasTape::energised('wren-15', 230.0)->reads(['V3.3' => '11.3']);
        $current = self::by($bench, 'V4', BiasMethod::SharedCathode);
        self::assertEqualsWithDelta(11.3 / 150 / 2, $current->cathode->value, 1e-9);
        self::assertTrue($current->isMean());
        self::assertSame(['R15'], $current->unmeasured);
        $own = self::by($bench->reads(['T2/b' => '5.1']), 'V4', BiasMethod::HalfDrop);
        self::assertSame($own->method, $bench->tube('V4')->current()?->method, 'what is of one tube comes before what is of two');
        self::assertSame(BiasMethod::SharedCathode, $bench->tube('V3')->current()?->method);
    }

    /** In an ultralinear half the section from the centre tap carries the screen’s current too: its share of the copper counts (BIAS-1g). */
    public function testAnUltralinearHalfCarriesTheScreenOnItsWay(): void
    {
        $bench = BiasTape::energised('rushlight-60', 230.0)->asTheCircuitHasIt('V3.8');
        $sense = self::by($bench, 'V3', BiasMethod::OwnCathode);
        $tube = $bench->tube('V3');
        $screen = $tube->screenAmperes->value ?? self::fail('it takes some');
        $plate = $sense->cathode->value - $screen;
        $drop = 1.078 * (31.2 * $plate + 20.8 * $sense->cathode->value);
        $half = self::by($bench->reads(['T2/a' => \sprintf('%.5f', $drop)]), 'V3', BiasMethod::HalfDrop);
        self::assertEqualsWithDelta($sense->cathode->value, $half->cathode->value, 1e-5);
        self::assertEqualsWithDelta($sense->cathode->value, self::by($bench->reads(['T2' => \sprintf('%.3fmA', 2e3 * $sense->cathode->value)]), 'V3', BiasMethod::CentreTap)->cathode->value, 1e-6, 'the centre tap carries the screens');
    }

    public function testAMeasuredResistorIsBetterKnownThanItsMark(): void
    {
        $bench = BiasTape::energised('wren-15', 230.0);
        $marked = self::by($bench->reads(['V3.3' => '11.3']), 'V3', BiasMethod::SharedCathode)->uncertainty();
        $other = BiasTape::energised('wren-15', 230.0);
        $other->tape->taken('state-change', ['to' => 'discharging'], 1.0);
        $other->tape->discharged();
        $other->tape->taken('trial', ['test' => 'resistor', 'part' => 'R15', 'text' => '171'], 1.0);
        $other->tape->ramped()->energised();
        $current = self::by($other->reads(['V3.3' => '11.3']), 'V3', BiasMethod::SharedCathode);
        self::assertEqualsWithDelta(11.3 / 171 / 2, $current->cathode->value, 1e-9);
        self::assertSame([], $current->unmeasured);
        self::assertLessThan($marked, $current->uncertainty());
    }

    public function testAReadingThatNoLongerHoldsIsNone(): void
    {
        $bench = BiasTape::energised('lantern-30', 117.0)->reads(['V4.8' => '0.0443']);
        self::assertNotNull($bench->tube('V4')->current());
        $bench->tape->taken('conditions', ['facts' => ['inletVolts' => ['value' => 124.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 124.0], 'how' => 'measured']]], 1.0);
        self::assertNull($bench->tube('V4')->current(), 'the mains moved');
    }

    private static function by(BiasTape $bench, string $position, BiasMethod $method): BiasCurrent
    {
        foreach ($bench->tube($position)->currents as $current) {
            if ($method === $current->method) {
                return $current;
            }
        }
        self::fail('not measured by '.$method->value);
    }
}
