<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Matching\Candidate;
use Yew\Core\Matching\Choice;
use Yew\Core\Matching\Claim;
use Yew\Core\Matching\MatchedSet;
use Yew\Core\Matching\Matching;
use Yew\Core\Matching\Packing;
use Yew\Core\Matching\Spread;

/** Matching out of a drawer (TUBE-3), against trying every way on drawers of up to twelve tubes. */
final class MatchingTest extends TestCase
{
    public function testSpreadIsWhatLiesBetweenByTheMean(): void
    {
        self::assertEqualsWithDelta(100 * 2 / 41, Spread::percent([40.0, 42.0]), 1e-12);
        self::assertEqualsWithDelta(60.0, Spread::percent([1.0, 2.0, 2.0]), 1e-12);
        self::assertEqualsWithDelta(60.0, Spread::leastPercent(2.0, 3), 1e-12, 'all others as large as the largest');
    }

    public function testNotFirstComeButTheWorstAsGoodAsCanBe(): void
    {
        // Taken in turn, 40 and 41 would go together and leave 38 with 44.
        $choice = Matching::choose(self::drawer(['a' => 40e-3, 'b' => 41e-3, 'c' => 44e-3, 'd' => 38e-3]), 2, 2);
        self::assertSame([['d', 'a'], ['b', 'c']], self::ids($choice->sets));
        self::assertEqualsWithDelta(100 * 3 / 42.5, $choice->worstPlatePercent(), 1e-9);
        self::assertEqualsWithDelta($choice->worstPlatePercent(), $choice->plateBoundPercent, 1e-9, 'for pairs the bound is the answer');
    }

    public function testNeighboursAreNotAlwaysTheBestThree(): void
    {
        // By range {1, 1, 2} and {1, 2, 2} are alike; by the mean the second is closer.
        $choice = Matching::choose(self::drawer(['a' => 1.0, 'b' => 1.0, 'c' => 2.0, 'd' => 2.0, 'e' => 2.0, 'f' => 2.0]), 3, 2);
        self::assertEqualsWithDelta(60.0, $choice->worstPlatePercent(), 1e-9);
    }

    /** @return iterable<string, array{int, int, int, bool}> tubes, size, sets, with transconductance */
    public static function drawers(): iterable
    {
        foreach ([[4, 2, 1], [5, 2, 2], [6, 2, 3], [8, 2, 3], [9, 2, 4], [10, 2, 5], [6, 3, 2], [7, 3, 2], [9, 3, 3], [8, 4, 2], [9, 4, 2], [12, 4, 3], [12, 6, 2]] as [$tubes, $size, $count]) {
            yield "$count sets of $size out of $tubes" => [$tubes, $size, $count, false];
            yield "$count sets of $size out of $tubes, with transconductance" => [$tubes, $size, $count, true];
        }
    }

    #[DataProvider('drawers')]
    public function testAgainstEveryWay(int $tubes, int $size, int $count, bool $withSiemens): void
    {
        for ($seed = 1; $seed <= (12 === $tubes ? 4 : 12); ++$seed) {
            $random = self::random($seed);
            $drawer = [];
            for ($i = 0; $i < $tubes; ++$i) {
                $drawer[] = new Candidate('t'.$i, round(30e-3 + 20e-3 * $random(), 4), $withSiemens ? round(4e-3 + 2e-3 * $random(), 5) : null);
            }
            $band = 0 === $seed % 3 ? 2.0 : 0.0;
            $choice = Matching::choose($drawer, $size, $count, $band);
            $this->isWhole($choice, $drawer, $size, $count);
            $all = self::everyWay($drawer, $size, $count);
            $bestPlate = min([\INF, ...array_map(static fn (array $w): float => $w[0], $all)]);
            self::assertEqualsWithDelta($bestPlate, $choice->plateBoundPercent, 1e-9);
            self::assertLessThanOrEqual($bestPlate + $band + 1e-6, $choice->worstPlatePercent());
            if ($withSiemens) {
                $bestSiemens = min([\INF, ...array_map(static fn (array $w): float => $w[1], array_filter($all, static fn (array $w): bool => $w[0] <= $bestPlate * (1 + 1e-9) + $band))]);
                self::assertEqualsWithDelta($bestSiemens, $choice->worstSiemensPercent(), 1e-9);
                self::assertEqualsWithDelta($bestSiemens, $choice->siemensBoundPercent, 1e-9);
            } else {
                self::assertNull($choice->siemensBoundPercent);
            }
        }
    }

    public function testALargeDrawerComesWithItsBounds(): void
    {
        foreach ([[100, 2, 40], [120, 4, 25], [120, 6, 15]] as [$tubes, $size, $count]) {
            $random = self::random($tubes + $size);
            $drawer = [];
            for ($i = 0; $i < $tubes; ++$i) {
                $drawer[] = new Candidate('t'.$i, 30e-3 + 20e-3 * $random(), 4e-3 + 2e-3 * $random());
            }
            $choice = Matching::choose($drawer, $size, $count, 1.0);
            $this->isWhole($choice, $drawer, $size, $count);
            self::assertLessThanOrEqual($choice->worstPlatePercent() + 1e-9, $choice->plateBoundPercent);
            $alone = Matching::choose(array_map(static fn (Candidate $c): Candidate => new Candidate($c->id, $c->plateAmperes), $drawer), $size, $count);
            self::assertLessThan(0.2 + 0.05 * $alone->worstPlatePercent(), $alone->worstPlatePercent() - $alone->plateBoundPercent, 'what the mean could still bring is of second order');
            self::assertLessThanOrEqual($alone->worstPlatePercent() + 1.0 + 1e-6, $choice->worstPlatePercent(), 'within the meter’s band');
            self::assertLessThanOrEqual(($choice->worstSiemensPercent() ?? 0.0) + 1e-9, $choice->siemensBoundPercent ?? \INF);
            $before = max([0.0, ...array_map(static fn (MatchedSet $s): float => self::siemensOf($s, $drawer), $alone->sets)]);
            self::assertLessThan($before, $choice->worstSiemensPercent(), 'and transconductance is the better for it');
        }
    }

    public function testWhatIsLeftOverStaysPairable(): void
    {
        $choice = Matching::choose(self::drawer(['a' => 40.0, 'b' => 40.1, 'c' => 50.0, 'd' => 45.0, 'e' => 51.0, 'f' => 44.0, 'g' => 60.0]), 2, 1);
        self::assertSame([['a', 'b']], self::ids($choice->sets));
        self::assertSame(['f', 'd', 'c', 'e', 'g'], array_map(static fn (Candidate $c): string => $c->id, $choice->leftOver));
        self::assertSame([['f', 'd'], ['c', 'e']], self::ids($choice->leftOverPairs));
        self::assertSame([], Matching::choose(self::drawer(['a' => 40.0, 'b' => 40.1]), 2, 1)->leftOver);
    }

    public function testMoreThanAreThereIsRefused(): void
    {
        $drawer = self::drawer(['a' => 1.0, 'b' => 1.1, 'c' => 1.2]);
        foreach ([[2, 2], [4, 1], [1, 1], [2, 0], [9, 1]] as [$size, $count]) {
            try {
                Matching::choose($drawer, $size, $count);
                self::fail("$count of $size");
            } catch (\InvalidArgumentException) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testPackingBeatsWhatItBeganWith(): void
    {
        // By the first measure alone, 1 to 4 and 5 to 8 of every eight go together; by the second 1, 3, 5, 7 and 2, 4, 6, 8 are alike.
        $first = $second = [];
        for ($i = 0; $i < 32; ++$i) {
            $first[] = 40.0 + 0.001 * $i;
            $second[] = 0 === $i % 2 ? 5.0 + 0.01 * $i : 6.0 + 0.01 * $i;
        }
        $begin = array_map(static fn (int $at): array => range(4 * $at, 4 * $at + 3), range(0, 7));
        $sets = Packing::best($begin, $first, $second, 4, 8, 1.0);
        self::assertCount(32, array_unique(array_merge(...$sets)));
        self::assertEqualsWithDelta(100 * 0.06 / 5.03, Spread::worst($sets, $second), 1e-9, 'the lowest four of the one kind');
        self::assertSame($begin, Packing::best($begin, $first, $second, 4, 8, 0.0), 'nothing is given up of the first measure');
    }

    public function testASetIsMatchedOnlyWithAllThatAConversionMayHaveBrought(): void
    {
        // 1 in 40.5 is 2.47 %.
        $claim = static fn (float $limit, float ...$bands): Claim => MatchedSet::of([new Candidate('a', 40.0, bandPercent: $bands[0]), new Candidate('b', 41.0, bandPercent: $bands[1]), new Candidate('c', 40.5, bandPercent: $bands[2])])->claim($limit);
        self::assertSame([Claim::NotMatched, Claim::Matched], [$claim(2.46, 0.0, 0.0, 0.0), $claim(2.47, 0.0, 0.0, 0.0)]);
        // The two largest bands together are 2 %.
        self::assertSame([Claim::CannotSay, Claim::Matched], [$claim(4.46, 1.2, 0.3, 0.8), $claim(4.47, 1.2, 0.3, 0.8)]);
        self::assertSame([Claim::NotMatched, Claim::CannotSay], [$claim(0.46, 1.2, 0.3, 0.8), $claim(0.47, 1.2, 0.3, 0.8)]);
    }

    /** @param list<Candidate> $drawer */
    private function isWhole(Choice $choice, array $drawer, int $size, int $count): void
    {
        self::assertCount($count, $choice->sets);
        $ids = array_merge(...array_map(static fn (MatchedSet $s): array => array_map(static fn (Candidate $c): string => $c->id, $s->tubes), $choice->sets));
        self::assertCount($size * $count, array_unique($ids), 'each tube once');
        $all = [...$ids, ...array_map(static fn (Candidate $c): string => $c->id, $choice->leftOver)];
        sort($all);
        $there = array_map(static fn (Candidate $c): string => $c->id, $drawer);
        sort($there);
        self::assertSame($there, $all, 'and none lost');
    }

    /**
     * @param list<Candidate> $drawer
     *
     * @return list<array{float, float}> worst spread of plate current and of transconductance of every choice
     */
    private static function everyWay(array $drawer, int $size, int $count): array
    {
        if (0 === $count) {
            return [[0.0, 0.0]];
        }
        $ways = [];
        for ($skip = 0; $skip + $size * $count <= \count($drawer); ++$skip) {
            // The first of the set is the first tube that is used at all.
            $first = $drawer[$skip];
            $rest = \array_slice($drawer, $skip + 1);
            foreach (self::subsets($rest, $size - 1) as $others) {
                $set = [$first, ...$others];
                $plate = Spread::percent(array_map(static fn (Candidate $c): float => $c->plateAmperes, $set));
                $siemens = Spread::percent(array_map(static fn (Candidate $c): float => $c->siemens ?? 1.0, $set));
                foreach (self::everyWay(array_values(array_filter($rest, static fn (Candidate $c): bool => !\in_array($c, $others, true))), $size, $count - 1) as [$p, $s]) {
                    $ways[] = [max($plate, $p), max($siemens, $s)];
                }
            }
        }

        return $ways;
    }

    /**
     * @param list<Candidate> $from
     *
     * @return list<list<Candidate>>
     */
    private static function subsets(array $from, int $count): array
    {
        if (0 === $count) {
            return [[]];
        }
        $subsets = [];
        foreach ($from as $i => $one) {
            foreach (self::subsets(\array_slice($from, $i + 1), $count - 1) as $more) {
                $subsets[] = [$one, ...$more];
            }
        }

        return $subsets;
    }

    /** @param list<Candidate> $drawer */
    private static function siemensOf(MatchedSet $set, array $drawer): float
    {
        $of = array_column(array_map(static fn (Candidate $c): array => [$c->id, $c->siemens ?? 0.0], $drawer), 1, 0);

        return Spread::percent(array_map(static fn (Candidate $c): float => $of[$c->id], $set->tubes));
    }

    /**
     * @param array<string, float> $amperes by id
     *
     * @return list<Candidate>
     */
    private static function drawer(array $amperes): array
    {
        return array_map(static fn (string $id, float $a): Candidate => new Candidate($id, $a), array_keys($amperes), array_values($amperes));
    }

    /**
     * @param list<MatchedSet> $sets
     *
     * @return list<list<string>>
     */
    private static function ids(array $sets): array
    {
        return array_map(static fn (MatchedSet $s): array => array_map(static fn (Candidate $c): string => $c->id, $s->tubes), $sets);
    }

    /** @return \Closure(): float from 0 to 1, the same for the same seed */
    private static function random(int $seed): \Closure
    {
        return static function () use (&$seed): float {
            $seed = ($seed * 1103515245 + 12345) % 2147483648;

            return $seed / 2147483648;
        };
    }
}
