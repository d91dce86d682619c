<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/** Arithmetic of money in whole minor units of a currency: nothing is ever a fraction of one, so that sums are exact. */
final class MinorUnits
{
    /** More than any bill of a bench; keeps every product within whole numbers. */
    public const MOST = 1_000_000_000;

    private const MINUTES_AN_HOUR = 60;
    private const BASIS_POINTS = 10_000;

    /** @param int $minutes zero or more */
    public static function labour(int $minutes, int $hourlyRate): int
    {
        return self::divided($minutes * $hourlyRate, self::MINUTES_AN_HOUR);
    }

    /** @param int $basisPoints hundredths of a percent */
    public static function tax(int $net, int $basisPoints): int
    {
        return self::divided($net * $basisPoints, self::BASIS_POINTS);
    }

    /** Rounded half away from zero. */
    private static function divided(int $amount, int $by): int
    {
        $half = intdiv(2 * abs($amount) + $by, 2 * $by);

        return $amount < 0 ? -$half : $half;
    }
}
