<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** How far the members of a set lie apart: (max − min)/mean (TUBE-3). */
final class Spread
{
    /** @param non-empty-list<float> $values above zero */
    public static function percent(array $values): float
    {
        return self::of(array_keys($values), $values);
    }

    /**
     * The least spread of a set whose largest member is so many times its smallest: all others as large as that one.
     *
     * @param int $size of the set, two or more
     */
    public static function leastPercent(float $ratio, int $size): float
    {
        return 100 * $size * ($ratio - 1) / (1 + ($size - 1) * $ratio);
    }

    /**
     * The same for members that are named by their places in a list.
     *
     * @param array<int, int> $set
     * @param list<float>     $values above zero
     */
    public static function of(array $set, array $values): float
    {
        $low = \INF;
        $high = $sum = 0.0;
        foreach ($set as $at) {
            $value = $values[$at];
            $low = $value < $low ? $value : $low;
            $high = $value > $high ? $value : $high;
            $sum += $value;
        }

        return 100 * ($high - $low) * \count($set) / $sum;
    }

    /**
     * @param list<array<int, int>> $sets
     * @param list<float>           $values
     */
    public static function worst(array $sets, array $values): float
    {
        return max([0.0, ...array_map(static fn (array $set): float => self::of($set, $values), $sets)]);
    }
}
