<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Estimate;

use PHPUnit\Framework\TestCase;
use Yew\Core\Estimate\Estimate;
use Yew\Core\Estimate\EstimateLine;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Estimate\Opening;
use Yew\Core\Estimate\PricedLine;
use Yew\Core\Estimate\TaxedSum;

/** Labour by access, and sums without a remainder (REC-2). */
final class EstimateTest extends TestCase
{
    public function testOneBoardOutAndFivePartsIsAnHour(): void
    {
        // 35 minutes for the board, 5 for each part (common practice); a unit a minute makes the figures minutes.
        $lines = array_map(static fn (int $i): EstimateLine => self::line("C$i", 5, 0, ['board']), range(1, 5));
        $estimate = Estimate::of($lines, ['board' => new Opening('board', 35)], 60);
        self::assertSame([60, 60], [$estimate->net(), $estimate->minutes]);
        self::assertSame([5, 5, 5, 5, 5], array_map(static fn (PricedLine $p): int => $p->marginal, $estimate->lines), 'one more while it is open costs 5, not 40');
        self::assertSame([40, 40, 40, 40, 40], array_map(static fn (PricedLine $p): int => $p->alone, $estimate->lines));
        self::assertSame([40, 5, 5, 5, 5], array_map(static fn (PricedLine $p): int => $p->net(), $estimate->lines), 'the first pays for the board');
        self::assertSame([['board'], [], [], [], []], array_map(static fn (PricedLine $p): array => $p->pays, $estimate->lines));
    }

    public function testTheFirstThatIsWantedPays(): void
    {
        $lines = [self::line('a', 5, 100, ['board'], wanted: false), self::line('b', 10, 0, ['board', 'lid', 'board']), self::line('c', 5, 0, ['lid'])];
        $estimate = Estimate::of($lines, ['board' => new Opening('board', 35), 'lid' => new Opening('lid', 4)], 60);
        self::assertSame([0, 49, 5], array_map(static fn (PricedLine $p): int => $p->net(), $estimate->lines));
        self::assertSame([105, 45, 5], array_map(static fn (PricedLine $p): int => $p->marginal, $estimate->lines), 'what b alone keeps open goes with it; the board is open for a anyway');
        self::assertSame([140, 49, 9], array_map(static fn (PricedLine $p): int => $p->alone, $estimate->lines));
        self::assertSame([54, 54], [$estimate->net(), $estimate->minutes]);
    }

    public function testNothingWantedCostsNothing(): void
    {
        $estimate = Estimate::of([self::line('a', 5, 100, ['board'], wanted: false)], ['board' => new Opening('board', 35)], 60);
        self::assertSame([0, 0, 0, []], [$estimate->net(), $estimate->gross(), $estimate->minutes, $estimate->taxes]);
        self::assertSame(140, $estimate->lines[0]->marginal);
    }

    public function testRoundsHalfAwayFromZero(): void
    {
        self::assertSame([0, 1, 1, 2], [MinorUnits::labour(29, 1), MinorUnits::labour(30, 1), MinorUnits::labour(89, 1), MinorUnits::labour(90, 1)]);
        self::assertSame([-2, -1, 0], [MinorUnits::tax(-3, 5000), MinorUnits::tax(-1, 5000), MinorUnits::tax(-1, 4999)]);
        self::assertSame([19, 20], [MinorUnits::tax(102, 1900), MinorUnits::tax(103, 1900)], '19.38 and 19.57');
        self::assertSame([1, 0], [MinorUnits::tax(5, 1000), MinorUnits::tax(4, 1000)]);
    }

    public function testEachRateIsTaxedOnItsOwnSum(): void
    {
        $lines = [self::line('a', 0, 3, tax: 2000), self::line('b', 0, 3, tax: 2000), self::line('c', 0, 7, tax: 700), self::line('d', 0, 9, tax: 0), self::line('e', 0, 1000, tax: 1900, wanted: false)];
        $estimate = Estimate::of($lines, [], 0);
        self::assertEquals([new TaxedSum(0, 9, 0), new TaxedSum(700, 7, 0), new TaxedSum(2000, 6, 1)], $estimate->taxes, 'a fifth of 6 is 1.2; twice a fifth of 3 would be 2');
        self::assertSame([22, 23], [$estimate->net(), $estimate->gross()]);
        self::assertSame([null, true, false], [$estimate->isBeyond(null), $estimate->isBeyond(22), $estimate->isBeyond(23)]);
    }

    public function testWhateverIsWantedNothingDriftsAndTheOrderOfLinesIsNoMatter(): void
    {
        mt_srand(11);
        for ($round = 0; $round < 200; ++$round) {
            $openings = [];
            foreach (['board', 'lid', '7'] as $id) {
                $openings[$id] = new Opening($id, mt_rand(0, 60));
            }
            $lines = array_map(static fn (int $i): EstimateLine => self::line("l$i", mt_rand(0, 37), mt_rand(0, 9999), array_values(array_filter(['board', 'lid', '7'], static fn (): bool => 1 === mt_rand(0, 1))), 0 === $i % 3 ? 700 : 1900, 1 === mt_rand(0, 1)), range(1, mt_rand(1, 7)));
            $rate = mt_rand(1, 12345);
            $estimate = Estimate::of($lines, $openings, $rate);
            self::assertSame($estimate->net(), array_sum(array_map(static fn (PricedLine $p): int => $p->net(), $estimate->lines)));
            self::assertSame($estimate->net(), Estimate::of(array_reverse($lines), $openings, $rate)->net());
            foreach ($lines as $i => $line) {
                $with = static fn (bool $wanted): int => Estimate::of(array_values(array_replace($lines, [$i => new EstimateLine($line->id, $line->minutes, $line->parts, $line->openings, $line->taxBasisPoints, $wanted)])), $openings, $rate)->net();
                self::assertSame($with(true) - $with(false), $estimate->lines[$i]->marginal);
                self::assertSame(Estimate::of([new EstimateLine($line->id, $line->minutes, $line->parts, $line->openings, $line->taxBasisPoints, true)], $openings, $rate)->net(), $estimate->lines[$i]->alone);
            }
        }
    }

    /** @param list<string> $openings */
    private static function line(string $id, int $minutes, int $parts, array $openings = [], int $tax = 0, bool $wanted = true): EstimateLine
    {
        return new EstimateLine($id, $minutes, $parts, $openings, $tax, $wanted);
    }

    public function testAnAmountIsWrittenAsItIsRead(): void
    {
        self::assertSame(['0.00', '0.05', '12.50', '-0.05', '10000000.00'], array_map(MinorUnits::text(...), [0, 5, 1250, -5, 1_000_000_000]));
        self::assertSame(1205, MinorUnits::read(MinorUnits::text(1205)));
    }
}
