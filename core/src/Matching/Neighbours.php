<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/**
 * Sets of neighbours in the order of their values, with the smallest worst ratio of largest to smallest member.
 *
 * By that ratio they are never worse than others: the set with the smallest member reaches as far as the first so many at least.
 */
final class Neighbours
{
    /**
     * @param list<float> $sorted above zero, lowest first
     * @param int         $size   of a set
     * @param int         $count  of sets; there are values for all
     *
     * @return array{list<list<int>>, float} sets of places in the list, and the worst ratio
     */
    public static function best(array $sorted, int $size, int $count): array
    {
        $ratios = [];
        for ($i = 0, $last = \count($sorted) - $size; $i <= $last; ++$i) {
            $ratios[] = $sorted[$i + $size - 1] / $sorted[$i];
        }
        $limits = array_values(array_unique($ratios));
        sort($limits);
        $least = LeastLimit::among($limits, static fn (float $limit): bool => \count(self::within($ratios, $size, $limit)) >= $count);
        $starts = self::within($ratios, $size, $least);
        // More than were asked for: the best of them.
        usort($starts, static fn (int $a, int $b): int => $ratios[$a] <=> $ratios[$b]);
        $starts = \array_slice($starts, 0, $count);
        sort($starts);

        return [array_map(static fn (int $start): array => range($start, $start + $size - 1), $starts), $least];
    }

    /**
     * As many windows as can be had side by side.
     *
     * @param list<float> $ratios by where a window begins
     *
     * @return list<int>
     */
    private static function within(array $ratios, int $size, float $limit): array
    {
        $starts = [];
        for ($i = 0, $n = \count($ratios); $i < $n;) {
            if ($ratios[$i] <= $limit) {
                $starts[] = $i;
                $i += $size;
            } else {
                ++$i;
            }
        }

        return $starts;
    }
}
