<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Numeric;

use PHPUnit\Framework\TestCase;
use Yew\Core\Numeric\MaximumMatching;

/** Against trying every way, on graphs small enough for it. */
final class MaximumMatchingTest extends TestCase
{
    public function testOddCirclesAreShrunk(): void
    {
        // A five-sided ring with a tail at one corner: three pairs, one of them the tail.
        $pairs = MaximumMatching::of(self::graph(6, [[0, 1], [1, 2], [2, 3], [3, 4], [4, 0], [0, 5]]));
        self::assertCount(3, $pairs);
        self::assertContains([0, 5], $pairs);
        self::assertSame([], MaximumMatching::of(self::graph(3, [])));
        self::assertSame([], MaximumMatching::of([]));
    }

    public function testEnoughIsEnough(): void
    {
        self::assertCount(2, MaximumMatching::of(self::graph(8, [[0, 1], [2, 3], [4, 5], [6, 7]]), 2));
    }

    public function testRandomGraphsAgainstTryingEveryWay(): void
    {
        $seed = 7;
        $next = static function (int $below) use (&$seed): int {
            $seed = ($seed * 1103515245 + 12345) % 2147483648;

            return intdiv($seed, 65536) % $below;
        };
        for ($n = 2; $n <= 10; ++$n) {
            for ($try = 0; $try < 60; ++$try) {
                $edges = [];
                for ($a = 0; $a < $n; ++$a) {
                    for ($b = $a + 1; $b < $n; ++$b) {
                        if ($next(100) < 15 + 5 * ($try % 8)) {
                            $edges[] = [$a, $b];
                        }
                    }
                }
                $pairs = MaximumMatching::of(self::graph($n, $edges));
                self::assertCount(self::most($edges), $pairs, json_encode($edges, \JSON_THROW_ON_ERROR));
                self::assertSame([], array_filter($pairs, static fn (array $p): bool => !\in_array($p, $edges, true)), 'only who may pair');
                $used = array_merge(...[[], ...$pairs]);
                self::assertCount(\count($used), array_unique($used), 'each once');
            }
        }
    }

    /** @param list<array{int, int}> $edges */
    private static function most(array $edges): int
    {
        if ([] === $edges) {
            return 0;
        }
        [$a, $b] = $edges[0];
        $rest = \array_slice($edges, 1);
        $free = array_values(array_filter($rest, static fn (array $e): bool => !\in_array($a, $e, true) && !\in_array($b, $e, true)));

        return max(1 + self::most($free), self::most($rest));
    }

    /**
     * @param list<array{int, int}> $edges
     *
     * @return list<list<int>>
     */
    private static function graph(int $count, array $edges): array
    {
        $neighbours = array_fill(0, $count, []);
        foreach ($edges as [$a, $b]) {
            $neighbours[$a][] = $b;
            $neighbours[$b][] = $a;
        }

        return $neighbours;
    }
}
