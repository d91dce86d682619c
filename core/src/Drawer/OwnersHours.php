<?php

declare(strict_types=1);

namespace Yew\Core\Drawer;

/** Hours for which a tube played at its owner’s, by what owners say at book-in: an estimate, told beside our own hours and never summed with them. */
final class OwnersHours
{
    private const WEEK = 604800.0;

    /**
     * @param list<array{from: float, to: float, hoursAWeek: float|null}> $away  from when to when it was with its owner, seconds since the epoch, with the hours a week that were said when it came back
     * @param float                                                       $since when the tube went in
     *
     * @return float|null hours; null where it was away for a time of which nobody said anything, or was not away at all
     */
    public static function of(array $away, float $since): ?float
    {
        $hours = null;
        foreach ($away as $time) {
            $seconds = $time['to'] - max($since, $time['from']);
            if ($seconds <= 0.0) {
                continue;
            }
            if (null === $time['hoursAWeek']) {
                return null;
            }
            $hours = ($hours ?? 0.0) + $time['hoursAWeek'] * $seconds / self::WEEK;
        }

        return $hours;
    }
}
