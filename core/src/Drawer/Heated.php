<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

/** Hours for which a tube was heated while it stood in a socket, by our own record (TUBE-2): what the owner played at home is not among them. */
final class Heated
{
    /** Longer than this nobody leaves an amplifier on without a word: a record that forgot to say off counts no further, hours (our choice). */
    private const LONGEST_HOURS = 24.0;

    /**
     * @param list<array{float, float}> $fitted  from and to, seconds since the epoch
     * @param list<array{float, float}> $powered likewise, of the unit that it stood in
     */
    public static function hours(array $fitted, array $powered): float
    {
        $seconds = 0.0;
        foreach ($powered as [$on, $off]) {
            $off = min($off, $on + 3600 * self::LONGEST_HOURS);
            foreach ($fitted as [$in, $out]) {
                $seconds += max(0.0, min($off, $out) - max($on, $in));
            }
        }

        return $seconds / 3600;
    }
}
