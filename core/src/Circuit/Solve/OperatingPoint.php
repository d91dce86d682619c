<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\SolveConditions;

/**
 * The DC operating point by modified nodal analysis and Newton's method. Where that fails from a cold start, the circuit is led to where it would
 * run in time. Limits on steps and iterations keep every run bounded. Where nothing helps, the islands that never came to rest
 * have no answer; the others keep theirs.
 */
final class OperatingPoint
{
    /** Rounds of stepping and solving where a reservoir is soft. */
    private const MOST_ROUNDS = 48;

    /**
     * @param Solution|null $start a neighbouring solution of the same topology
     *
     * @throws DidNotConverge when no island of the circuit came to rest
     */
    public static function of(CompiledCircuit $circuit, SolveConditions $conditions, ?Solution $start = null): Solution
    {
        return null === $conditions->limiters->amperes ? self::solved($circuit, $conditions, $start) : HeldCurrent::of($conditions, $start, static fn (SolveConditions $s, ?Solution $near): Solution => self::solved($circuit, $s, $near));
    }

    /** @throws DidNotConverge */
    private static function solved(CompiledCircuit $circuit, SolveConditions $conditions, ?Solution $start): Solution
    {
        if (null !== $start && [] === $start->unsolved && \count($start->volts) === $circuit->size() + 1) {
            $solution = Newton::rest($circuit, $conditions, Linearisation::near($circuit, $conditions, $start), $start);
            $solution = [] === $solution->moving && SteppedSupplies::stillHold($solution, $start) ? $solution : self::settled($solution->forgettingLoads());
            if ([] === $solution->moving) {
                return $solution;
            }
            // The neighbour was no help: begin cold.
        }
        $solution = self::settled(Newton::rest($circuit, $conditions, Linearisation::guess($circuit, $conditions), null));
        if ([] === $solution->moving) {
            return $solution;
        }
        $solution = self::settled(Newton::led(Solution::still($circuit, $conditions, array_fill(0, $circuit->size() + 1, 0.0))));

        return [] === $solution->moving ? $solution : Islands::withoutAnswer($solution);
    }

    /** Where reservoirs are too small to be stiff, their ripple moves the mean: stepped through a period and solved again. */
    private static function settled(Solution $solution): Solution
    {
        $soft = [];
        for ($round = 0; [] === $solution->moving; ++$round) {
            $soft += SteppedSupplies::among($solution);
            if ([] === $soft) {
                return $solution;
            }
            [$solution, $moving] = SteppedSupplies::step($solution, $soft);
            if ([] === $moving) {
                return $solution;
            }
            if ($round >= self::MOST_ROUNDS) {
                return $solution->moving($moving);
            }
            $solution = Newton::rest($solution->circuit, $solution->conditions, Linearisation::near($solution->circuit, $solution->conditions, $solution), $solution);
        }

        return $solution;
    }
}
