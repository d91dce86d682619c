<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/**
 * Larger sets by two measures, well but not always as well as can be: sets are packed within a limit of the second measure, and the
 * limit is drawn in as long as enough of them are found.
 */
final class Packing
{
    /** Halvings of the limit: to a thousandth of what it was. */
    private const HALVINGS = 12;

    /**
     * @param list<list<int>> $begin   sets that are allowed
     * @param list<float>     $first   lowest first
     * @param list<float>     $second  of the same tubes
     * @param int             $size    of a set
     * @param int             $count   of sets
     * @param float           $allowed spread of the first in any set, percent
     *
     * @return list<list<int>> sets of places in the lists, never worse by the second measure than those it began with
     */
    public static function best(array $begin, array $first, array $second, int $size, int $count, float $allowed): array
    {
        $best = $begin;
        [$low, $high] = [0.0, Spread::worst($begin, $second)];
        for ($i = 0; $i < self::HALVINGS; ++$i) {
            $limit = ($low + $high) / 2;
            $packed = self::within($first, $second, $size, $count, $allowed, $limit);
            if (\count($packed) < $count) {
                $low = $limit;
            } else {
                $best = $packed;
                $high = Spread::worst($packed, $second);
            }
        }

        return $best;
    }

    /**
     * From the lowest of the first measure on, each tube takes the others of its set from those that are next to it, so that what
     * remains still has neighbours; a tube that finds no set is left.
     *
     * @param list<float> $first
     * @param list<float> $second
     *
     * @return list<list<int>>
     */
    private static function within(array $first, array $second, int $size, int $count, float $allowed, float $limit): array
    {
        $sets = [];
        $free = array_fill(0, \count($first), true);
        for ($i = 0, $n = \count($first); $i < $n && \count($sets) < $count; ++$i) {
            if (!$free[$i]) {
                continue;
            }
            $set = self::from($i, $free, $first, $second, $size, $allowed, $limit);
            if (null !== $set) {
                $sets[] = $set;
                $free = array_replace($free, array_fill_keys($set, false));
            }
        }

        return $sets;
    }

    /**
     * @param list<bool>  $free
     * @param list<float> $first
     * @param list<float> $second
     *
     * @return list<int>|null the set of a tube and free ones above it, whose last member comes soonest
     */
    private static function from(int $tube, array $free, array $first, array $second, int $size, float $allowed, float $limit): ?array
    {
        $near = [];
        for ($j = $tube + 1, $n = \count($first); $j < $n && Spread::leastPercent($first[$j] / $first[$tube], $size) <= $allowed; ++$j) {
            if (!$free[$j] || Spread::leastPercent(max($second[$j], $second[$tube]) / min($second[$j], $second[$tube]), $size) > $limit) {
                continue;
            }
            $near[] = $j;
            if (\count($near) < $size - 1) {
                continue;
            }
            // The newest is in it, else a set would have been found before.
            $by = [$tube, ...$near];
            usort($by, static fn (int $a, int $b): int => $second[$a] <=> $second[$b]);
            for ($k = 0; $k <= \count($by) - $size; ++$k) {
                $set = \array_slice($by, $k, $size);
                if (\in_array($tube, $set, true) && Spread::of($set, $second) <= $limit && Spread::of($set, $first) <= $allowed) {
                    return $set;
                }
            }
        }

        return null;
    }
}
