<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

use Yew\Core\Numeric\MaximumMatching;

/** Pairs by two measures, exactly: for each limit of the second, as many pairs as can be had among those that the first allows. */
final class Pairing
{
    /**
     * Pairs with the smallest worst spread of the second measure.
     *
     * @param list<float> $first   lowest first
     * @param list<float> $second  of the same tubes
     * @param int         $count   of pairs; so many can be had within what is allowed
     * @param float       $allowed spread of the first in any pair, percent
     *
     * @return list<list<int>> pairs of places in the lists
     */
    public static function best(array $first, array $second, int $count, float $allowed): array
    {
        $edges = [];
        foreach ($first as $i => $value) {
            for ($j = $i + 1, $n = \count($first); $j < $n && Spread::percent([$value, $first[$j]]) <= $allowed; ++$j) {
                $edges[] = [Spread::percent([$second[$i], $second[$j]]), $i, $j];
            }
        }
        usort($edges, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $limits = array_values(array_unique(array_column($edges, 0)));
        $least = LeastLimit::among($limits, static fn (float $limit): bool => \count(self::within($edges, $limit, \count($first), $count)) >= $count);

        return self::within($edges, $least, \count($first), $count);
    }

    /**
     * @param list<array{float, int, int}> $edges  least spread first
     * @param int                          $tubes  in all
     * @param int                          $enough pairs
     *
     * @return list<array{int, int}>
     */
    private static function within(array $edges, float $limit, int $tubes, int $enough): array
    {
        $neighbours = array_fill(0, $tubes, []);
        foreach ($edges as [$spread, $i, $j]) {
            if ($spread > $limit) {
                break;
            }
            $neighbours[$i][] = $j;
            $neighbours[$j][] = $i;
        }

        return MaximumMatching::of($neighbours, $enough);
    }
}
