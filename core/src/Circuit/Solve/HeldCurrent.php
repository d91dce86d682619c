<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\SolveConditions;

/**
 * The circuit behind an electronic limiter: one that takes volts away until no more than its RMS current flows.
 *
 * Taken as a resistance in the mains lead (our choice): none while less flows by itself, else the one with which just that flows. It
 * is looked for between none and all that the mains could drive the limit through, by false position on the circuit's own ohms
 * V/I, which rise with it nearly along a straight line (Illinois rule: Dowell and Jarratt, BIT 11, 1971).
 */
final class HeldCurrent
{
    /** Share of the limit by which the current may miss it. */
    private const NEAR = 1e-5;
    private const MOST_ROUNDS = 40;

    /**
     * @param \Closure(SolveConditions, Solution|null): Solution $solve behind a resistance
     *
     * @throws DidNotConverge
     */
    public static function of(SolveConditions $conditions, ?Solution $start, \Closure $solve): Solution
    {
        $limit = $conditions->limiters->amperes ?? throw new \LogicException('no electronic limiter');
        $solution = $solve($conditions->behind($conditions->limiters->holding(0.0)), $start);
        $wanted = $conditions->inletVolts / $limit;
        $miss = self::ohms($solution) - $wanted;
        if ($miss >= 0.0) {
            return $solution->under($conditions);
        }
        [$least, $missAtLeast] = [0.0, $miss];
        $most = $missAtMost = null;
        for ($round = 0; $round < self::MOST_ROUNDS && abs($miss) > self::NEAR * $wanted; ++$round) {
            // Before the far end is known: as if every ohm in the lead were one more of the circuit's.
            $held = null === $most || null === $missAtMost ? $least - $missAtLeast : ($least * $missAtMost - $most * $missAtLeast) / ($missAtMost - $missAtLeast);
            $solution = $solve($conditions->behind($conditions->limiters->holding($held)), $solution);
            $before = $miss;
            $miss = self::ohms($solution) - $wanted;
            if ($miss < 0.0) {
                [$least, $missAtLeast] = [$held, $miss];
                $missAtMost = null !== $missAtMost && $before < 0.0 ? 0.5 * $missAtMost : $missAtMost;
            } else {
                $missAtLeast = $before >= 0.0 ? 0.5 * $missAtLeast : $missAtLeast;
                [$most, $missAtMost] = [$held, $miss];
            }
        }

        return $solution->under($conditions);
    }

    /** What the mains see: volts by amperes, RMS. */
    private static function ohms(Solution $solution): float
    {
        return $solution->conditions->inletVolts / max(1e-9, $solution->primaryAmperes());
    }
}
