<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/**
 * Slips of a decade, a unit or a sign (JUDGE-7c): a value outside the window that would fit when moved is asked about.
 *
 * The intervals are handed to the entry line beforehand, so that it can ask at once, even with the server away.
 */
final class Slips
{
    /** @return list<SlipInterval> none where no window is, or where it holds zero */
    public static function intervals(Expected $expected): array
    {
        $window = $expected->window;
        if (null === $window || $window->holds(0.0)) {
            return [];
        }
        $intervals = [];
        foreach (['sign' => [-1.0], 'decade' => [0.1, 10.0, 0.01, 100.0], 'unit' => [0.001, 1000.0]] as $slip => $factors) {
            foreach ($factors as $factor) {
                $ends = [$window->low / $factor, $window->high / $factor];
                $intervals[] = new SlipInterval($slip, $factor, min($ends), max($ends));
            }
        }

        return $intervals;
    }

    /** The slip that would explain a value; null when it fits as typed. */
    public static function suspect(Expected $expected, float $volts): ?SuspectedSlip
    {
        if (null === $expected->window || $expected->window->holds($volts)) {
            return null;
        }
        foreach (self::intervals($expected) as $interval) {
            if ($interval->holds($volts)) {
                return new SuspectedSlip($interval->slip, $interval->factor, $volts * $interval->factor);
            }
        }

        return null;
    }
}
