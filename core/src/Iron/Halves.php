<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** The AC voltages of a winding's two halves, of an output or a power transformer: they agree, or turns are missing (IRON-4). */
final class Halves
{
    /** The halves' AC voltages agree within this, percent (IRON-4). */
    private const APART_PERCENT = 2.0;

    /**
     * @param float|null            $a       volts of the one half; null when not measured
     * @param float|null            $b       volts of the other
     * @param array<string, string> $figures what the reason says besides
     *
     * @return list<Reason> none while a half is not measured
     */
    public static function judge(?float $a, ?float $b, array $figures = []): array
    {
        if (null === $a || null === $b || $a + $b <= 0.0) {
            return [];
        }
        $apart = 100 * abs($a - $b) / (($a + $b) / 2);
        $equal = $apart <= self::APART_PERCENT;

        return [new Reason($equal ? 'halves-equal' : 'halves-unequal', $equal ? Verdict::Within : Verdict::Out, [...$figures, 'apartPercent' => $apart])];
    }
}
