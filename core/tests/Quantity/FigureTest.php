<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Quantity;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;
use Yew\Core\Quantity\RectangularSum;

final class FigureTest extends TestCase
{
    /** @return iterable<string, array{0: list<float>, 1: float, 2?: float}> half widths, half of the 95 % band, tolerance */
    public static function sums(): iterable
    {
        yield 'one rectangle: 95 % of its half width' => [[2.0], 1.9];
        // Triangle: 1 − √0.05 of its half width; ISO/IEC Guide 98-3, triangular distribution, from memory.
        yield 'two equal rectangles: a triangle' => [[0.5, 0.5], 1 - sqrt(0.05)];
        // Trapezoid with half widths 1 and 0.25: tail area (1.25 − x)²/(2·4·0.25) = 0.025.
        yield 'a wide and a narrow one: a trapezoid' => [[1.0, 0.25], 1.25 - sqrt(0.05)];
        yield 'none' => [[], 0.0];
        yield 'zeros' => [[0.0, 0.0], 0.0];
        // Eight rectangles of half width ½: variance 8/12; nearly normal, 1.96·√(8/12) less the Irwin–Hall sum's thinner tails.
        yield 'eight rectangles approach the normal distribution' => [array_fill(0, 8, 0.5), 1.96 * sqrt(8 / 12), 0.012];
        // More are added up on the wide side, never on the narrow one: 1.954 is right for twelve (Irwin–Hall, from memory).
        yield 'twelve rectangles err to the wide side' => [array_fill(0, 12, 0.5), 2.6, 0.65];
    }

    /** @param list<float> $halfWidths */
    #[DataProvider('sums')]
    public function testBandOfASum(array $halfWidths, float $expected, float $delta = 1e-6): void
    {
        self::assertEqualsWithDelta($expected, RectangularSum::halfWidth($halfWidths, 0.95), $delta);
    }

    /** Trade rule JUDGE-7b: a 6 V drop between two readings to the nearest volt leaves the current ± 13 %, ± 17 % worst case. */
    public function testASixVoltDropBetweenWholeVolts(): void
    {
        $high = Figure::with(397.0, new ErrorSource('rounding:a', 0.5));
        $low = Figure::with(391.0, new ErrorSource('rounding:b', 0.5));
        $current = $high->minus($low)->dividedBy(Figure::exact(110.0));
        self::assertEqualsWithDelta(0.0545, $current->value, 0.0001);
        self::assertEqualsWithDelta(0.13, $current->halfWidth95() / $current->value, 0.002);
        self::assertEqualsWithDelta(0.17, $current->worstCase() / $current->value, 0.004);
    }

    public function testOneMetersGainErrorCancelsInARatio(): void
    {
        $a = Figure::with(400.0, new ErrorSource('meter', 0.01, 400.0));
        $b = Figure::with(40.0, new ErrorSource('meter', 0.01, 40.0));
        self::assertEqualsWithDelta(0.0, $a->dividedBy($b)->halfWidth95(), 1e-9);
        self::assertEqualsWithDelta(0.01 * 440 * 0.95, $a->plus($b)->halfWidth95(), 1e-6);
        $other = Figure::with(40.0, new ErrorSource('other meter', 0.01, 40.0));
        self::assertGreaterThan(0.1, $a->dividedBy($other)->halfWidth95());
    }

    public function testProductCarriesBothSlopes(): void
    {
        $power = Figure::with(3.0, new ErrorSource('v', 0.1))->times(Figure::with(2.0, new ErrorSource('i', 0.0)));
        self::assertEqualsWithDelta(0.2 * 0.95, $power->halfWidth95(), 1e-6);
    }

    public function testDivisionByZeroIsRefused(): void
    {
        $this->expectException(\DivisionByZeroError::class);
        Figure::exact(1.0)->dividedBy(Figure::exact(0.0));
    }

    public function testEngineeringText(): void
    {
        self::assertSame('4.70 kΩ', Engineering::text(4700.0, 'Ω'));
        self::assertSame('6.10 mA', Engineering::text(0.0061, 'A'));
        self::assertSame('−38.5', Engineering::plain(-38.5, 0.1));
        self::assertSame('0.0', Engineering::plain(-0.04, 0.1));
        self::assertSame('412', Engineering::plain(412.3, 1.0));
        self::assertSame('999 mV', Engineering::text(0.999, 'V', 0.001));
        self::assertSame(['0.4 Ω', '0.80 Ω', '0.0350 Ω', '1.00 Ω', '500 µΩ'], [Engineering::text(0.4, 'Ω', 0.1), Engineering::text(0.8, 'Ω', 0.01), Engineering::text(0.035, 'Ω'), Engineering::text(0.9999, 'Ω', 0.01), Engineering::text(0.0005, 'Ω')]);
    }
}
