<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Quantity;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Quantity\Combination;
use Yew\Core\Quantity\ESeries;

final class ESeriesTest extends TestCase
{
    public function testTablesOfIec60063(): void
    {
        // IEC 60063, from memory.
        self::assertSame([1.0, 2.2, 4.7], ESeries::E3->mantissas());
        self::assertSame([1.0, 1.5, 2.2, 3.3, 4.7, 6.8], ESeries::E6->mantissas());
        self::assertSame([1.0, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2], ESeries::E12->mantissas());
        $e96 = ESeries::E96->mantissas();
        self::assertCount(96, $e96);
        self::assertSame([1.0, 1.02, 1.05, 1.07, 1.1], \array_slice($e96, 0, 5));
        self::assertSame('9.09 9.31 9.53 9.76', implode(' ', \array_slice($e96, -4)));
        self::assertContains(9.20, ESeries::E192->mantissas(), 'the exception of the table');
        self::assertNotContains(9.19, ESeries::E192->mantissas());
    }

    /** @return iterable<string, array{ESeries, float, float, float, float}> */
    public static function values(): iterable
    {
        yield 'a drifted 100 k' => [ESeries::E12, 106e3, 100e3, 120e3, 100e3];
        yield 'at the end of a decade' => [ESeries::E12, 9.4, 10.0, 10.0, 8.2];
        yield 'a preferred value itself' => [ESeries::E24, 5.1e-6, 5.1e-6, 5.1e-6, 5.1e-6];
        yield 'an old 32 µF' => [ESeries::E6, 32e-6, 33e-6, 33e-6, 22e-6];
    }

    #[DataProvider('values')]
    public function testNearestAtLeastAtMost(ESeries $series, float $wanted, float $nearest, float $atLeast, float $atMost): void
    {
        self::assertEqualsWithDelta($nearest, $series->nearest($wanted), 1e-9 * $nearest);
        self::assertEqualsWithDelta($atLeast, $series->atLeast($wanted), 1e-9 * $atLeast);
        self::assertEqualsWithDelta($atMost, $series->atMost($wanted), 1e-9 * $atMost);
    }

    public function testNothingIsNearestToNothing(): void
    {
        $this->expectException(\InvalidArgumentException::class);
        ESeries::E12->nearest(0.0);
    }

    public function testEverySeriesIsSortedAndHoldsItsOwnValues(): void
    {
        foreach (ESeries::cases() as $series) {
            $mantissas = $series->mantissas();
            self::assertCount($series->value, $mantissas);
            for ($i = 1; $i < \count($mantissas); ++$i) {
                self::assertGreaterThan($mantissas[$i - 1], $mantissas[$i]);
            }
            foreach ($mantissas as $m) {
                self::assertTrue($series->holds($m * 1e3), $series->name.' '.$m);
            }
        }
    }

    public function testTwoTogetherComeNearer(): void
    {
        $pairs = Combination::nearest(302e3, ESeries::E12, false);
        self::assertLessThan(0.5, abs($pairs[0]->percent));
        foreach ($pairs as $pair) {
            $sum = 'series' === $pair->arrangement ? $pair->first + $pair->second : 1 / (1 / $pair->first + 1 / $pair->second);
            self::assertEqualsWithDelta($sum, $pair->value, 1e-6 * $sum);
        }
        $capacitors = Combination::nearest(23.5e-6, ESeries::E6, true);
        self::assertEqualsWithDelta(23.5e-6, $capacitors[0]->value, 1e-9);
        $halved = array_values(array_filter($capacitors, static fn (Combination $p): bool => 'series' === $p->arrangement && abs($p->first - 47e-6) < 1e-9));
        self::assertEqualsWithDelta(47e-6, $halved[0]->second ?? 0.0, 1e-9, 'two of 47 µF in series');
    }
}
