<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

use Yew\Core\Codec\BadData;

/** Arithmetic of money in whole minor units of a currency: nothing is ever a fraction of one, so that sums are exact. */
final class MinorUnits
{
    /** More than any bill of a bench; keeps every product within whole numbers. */
    public const MOST = 1_000_000_000;

    private const MINUTES_AN_HOUR = 60;
    private const BASIS_POINTS = 10_000;

    /**
     * An amount as people write it, `12.50` or `12`, of a currency with two decimals.
     *
     * @throws BadData for more decimals than there are coins, a sign, or more than any bill
     */
    public static function read(string $typed): int
    {
        if (1 !== preg_match('/^(?<whole>\d{1,8})(?:[.,](?<part>\d{1,2}))?$/D', trim($typed), $m)) {
            throw BadData::at('price', \sprintf('“%s” is no price: 12 or 12.50', mb_substr($typed, 0, 20)));
        }

        return 100 * (int) $m['whole'] + (int) str_pad($m['part'] ?? '', 2, '0');
    }

    /** As people write it, of a currency with two decimals: 12.50. */
    public static function text(int $minor): string
    {
        return \sprintf('%s%d.%02d', $minor < 0 ? '-' : '', intdiv(abs($minor), 100), abs($minor) % 100);
    }

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
