<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Numeric\DenseLu;
use Yew\Core\Numeric\SparseLu;

/**
 * The DC operating point by modified nodal analysis and Newton's method.
 *
 * Every tube, diode and rectifier is linearised where it stands; how far it may move in one step is limited element by element,
 * so that the linear part of the circuit stays exact. Where that fails from a cold start, the sources are raised in steps
 * (Nagel, SPICE2, 1975). Limits on steps and iterations keep every run bounded. Where nothing helps, the islands that never came
 * to rest have no answer; the others keep theirs.
 */
final class OperatingPoint
{
    private const RELATIVE = 1e-8;
    private const ABSOLUTE_VOLTS = 1e-7;
    /** What is no more than the noise of the arithmetic counts as rest, once the quick iterations are over. */
    private const NOISE_RELATIVE = 1e-6;
    private const NOISE_VOLTS = 1e-4;
    private const QUICK_ITERATIONS = 40;
    private const MOST_ITERATIONS = 120;
    /** Rounds of stepping and solving where a reservoir is soft. */
    private const MOST_ROUNDS = 48;
    /** Shares of the sources, one after another, when a cold start fails. */
    private const STEPS = [0.02, 0.05, 0.1, 0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 1.0];

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
            $solution = self::newton($circuit, $conditions, Linearisation::near($circuit, $conditions, $start), 1.0, $start);
            $solution = [] === $solution->moving && SteppedSupplies::stillHold($solution, $start) ? $solution : self::settled($solution->forgettingLoads());
            if ([] === $solution->moving) {
                return $solution;
            }
            // The neighbour was no help: begin cold.
        }
        $solution = self::settled(self::newton($circuit, $conditions, Linearisation::guess($circuit, $conditions, 1.0), 1.0, null));
        if ([] === $solution->moving) {
            return $solution;
        }
        $raised = null;
        foreach (self::STEPS as $share) {
            $point = null === $raised ? Linearisation::guess($circuit, $conditions, $share) : Linearisation::near($circuit, $conditions, $raised);
            $raised = self::newton($circuit, $conditions, $point, $share, $raised);
        }
        $raised = self::settled($raised);

        return [] === $raised->moving ? $raised : Islands::withoutAnswer($raised);
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
            $solution = self::newton($solution->circuit, $solution->conditions, Linearisation::near($solution->circuit, $solution->conditions, $solution), 1.0, $solution);
        }

        return $solution;
    }

    private static function newton(CompiledCircuit $circuit, SolveConditions $conditions, Linearisation $point, float $share, ?Solution $start): Solution
    {
        $size = $circuit->size();
        $pattern = $circuit->pattern;
        $mains = array_map(static fn (int $i, MainsSupply $supply): MainsIteration => new MainsIteration($i, $supply, $conditions, $share), array_keys($circuit->supplies), $circuit->supplies);
        foreach ($mains as $i => $supply) {
            $supply->startFrom($start?->supplies[$i] ?? null);
            $point->follow($i, $supply->isStepped());
        }
        $volts = $start->volts ?? array_fill(0, $size + 1, 0.0);
        // Of a neighbour with other tubes in it nothing is known.
        $excess = \count($start->circuit->tubes ?? []) === \count($circuit->tubes) ? $start->excess ?? [] : [];
        $factored = $circuit->linear;
        for ($iteration = 1;; ++$iteration) {
            $a = $circuit->linear;
            $b = $circuit->drive;
            if (1.0 !== $share) {
                foreach ($b as $n => $value) {
                    $b[$n] = $share * $value;
                }
            }
            $point->stamp($a, $b);
            foreach ($excess as $i => [$plate, $screen]) {
                $stage = $circuit->tubes[$i];
                $b[$stage->plate] -= $plate;
                $b[$stage->screen] -= $screen;
                $b[$stage->cathode] += $plate + $screen;
            }
            $limping = false;
            foreach ($mains as $supply) {
                $limping = $supply->stamp($a, $b, $point) || $limping;
            }
            $factored = $a;
            $next = SparseLu::factor($pattern, $factored) ? SparseLu::solve($pattern, $factored, $b) : DenseLu::solve(DenseLu::rows($pattern, $a), \array_slice($b, 0, $size));
            if (null === $next) {
                return new Solution($circuit, $conditions, $volts, $factored, self::states($mains), $iteration, array_fill(0, $size, \INF), [], $excess);
            }
            $next[$size] = 0.0;
            [$relative, $absolute] = $iteration > self::QUICK_ITERATIONS ? [self::NOISE_RELATIVE, self::NOISE_VOLTS] : [self::RELATIVE, self::ABSOLUTE_VOLTS];
            $moving = [];
            for ($n = 0; $n < $size; ++$n) {
                $move = abs($next[$n] - $volts[$n]);
                if (!($move <= $absolute + $relative * abs($next[$n]))) {
                    $moving[$n] = $move;
                }
            }
            $volts = $next;
            $held = $point->moveTo($volts);
            $rests = [] === $moving && !$held && !$limping;
            if ($rests || $iteration >= self::MOST_ITERATIONS) {
                // Nothing may move and yet something be held back, or lamp and heaters still look for their place.
                return new Solution($circuit, $conditions, $volts, $factored, self::states($mains), $iteration, $rests || [] !== $moving ? $moving : array_fill(0, $size, 0.0), [], $excess);
            }
        }
    }

    /**
     * @param list<MainsIteration> $mains
     *
     * @return list<SupplyState>
     */
    private static function states(array $mains): array
    {
        return array_map(static fn (MainsIteration $m): SupplyState => $m->state(), $mains);
    }
}
