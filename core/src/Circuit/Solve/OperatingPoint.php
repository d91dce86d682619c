<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Situation;
use Yew\Core\Numeric\DenseLu;
use Yew\Core\Numeric\SparseLu;

/**
 * The DC operating point by modified nodal analysis and Newton's method.
 *
 * Every tube, diode and rectifier is linearised where it stands; how far it may move in one step is limited element by element,
 * so that the linear part of the circuit stays exact. Where that fails from a cold start, the sources are raised in steps
 * (Nagel, SPICE2, 1975). Limits on steps and iterations keep every run bounded.
 */
final class OperatingPoint
{
    private const RELATIVE = 1e-8;
    private const ABSOLUTE_VOLTS = 1e-7;
    private const MOST_ITERATIONS = 120;

    /** Rounds of stepping and solving where a reservoir is soft, and the share by which nothing may move any more. */
    private const MOST_LIFTS = 8;
    private const LIFTED = 2e-4;

    /** Shares of the sources, one after another, when a cold start fails. */
    private const STEPS = [0.02, 0.05, 0.1, 0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 1.0];

    /**
     * @param Solution|null $start a neighbouring solution of the same topology
     *
     * @throws DidNotConverge
     */
    public static function of(CompiledCircuit $circuit, Situation $situation, ?Solution $start = null): Solution
    {
        if (null !== $start && \count($start->volts) === $circuit->size() + 1) {
            try {
                return self::settled($circuit, $situation, self::newton($circuit, $situation, Linearisation::near($circuit, $situation, $start), 1.0, null, $start));
            } catch (DidNotConverge) {
                // The neighbour was no help: begin cold.
            }
        }
        try {
            return self::settled($circuit, $situation, self::newton($circuit, $situation, Linearisation::guess($circuit, $situation, 1.0), 1.0, null, null));
        } catch (DidNotConverge) {
            $solution = null;
            foreach (self::STEPS as $share) {
                $point = null === $solution ? Linearisation::guess($circuit, $situation, $share) : Linearisation::near($circuit, $situation, $solution);
                $solution = self::newton($circuit, $situation, $point, $share, null, $solution);
            }

            return self::settled($circuit, $situation, $solution);
        }
    }

    /** Where reservoirs are too small to be stiff, their ripple moves the mean: stepped through a period and solved again. */
    private static function settled(CompiledCircuit $circuit, Situation $situation, Solution $solution): Solution
    {
        $moved = \INF;
        for ($i = 0; $i < self::MOST_LIFTS; ++$i) {
            $lift = SoftReservoirs::lift($solution);
            if (null === $lift) {
                return $solution;
            }
            $next = self::newton($circuit, $situation, Linearisation::near($circuit, $situation, $solution), 1.0, $lift, $solution);
            $moved = 0.0;
            foreach ($next->volts as $node => $volts) {
                $moved = max($moved, abs($volts - $solution->volts[$node]) - self::LIFTED * abs($volts));
            }
            $solution = $next;
            if ($moved <= 0.0) {
                SoftReservoirs::check($solution);

                return $solution;
            }
        }

        throw DidNotConverge::at($circuit->nodes->names[0] ?? 'chassis', $moved);
    }

    /** @param list<list<float>>|null $lift */
    private static function newton(CompiledCircuit $circuit, Situation $situation, Linearisation $point, float $share, ?array $lift, ?Solution $start): Solution
    {
        $size = $circuit->size();
        $pattern = $circuit->pattern;
        $mains = array_map(static fn (int $i, MainsSupply $supply): MainsIteration => new MainsIteration($i, $supply, $situation, $share), array_keys($circuit->supplies), $circuit->supplies);
        foreach ($mains as $i => $iteration) {
            $iteration->startFrom($start?->supplies[$i] ?? null, $lift[$i] ?? null);
        }
        $volts = $start->volts ?? array_fill(0, $size + 1, 0.0);
        $worst = 0;
        $step = \INF;
        for ($iteration = 1; $iteration <= self::MOST_ITERATIONS; ++$iteration) {
            $a = $circuit->linear;
            $b = $circuit->drive;
            if (1.0 !== $share) {
                foreach ($b as $n => $value) {
                    $b[$n] = $share * $value;
                }
            }
            $point->stamp($a, $b);
            $moving = false;
            foreach ($mains as $supply) {
                $moving = $supply->stamp($a, $b, $point) || $moving;
            }
            $factored = $a;
            if (SparseLu::factor($pattern, $factored)) {
                $next = SparseLu::solve($pattern, $factored, $b);
            } else {
                $next = DenseLu::solve(DenseLu::rows($pattern, $a), \array_slice($b, 0, $size)) ?? throw DidNotConverge::at($circuit->nodes->names[$worst] ?? 'chassis', \INF);
            }
            $next[$size] = 0.0;
            $step = 0.0;
            $done = true;
            for ($n = 0; $n < $size; ++$n) {
                $move = $next[$n] - $volts[$n];
                if ($move < 0.0) {
                    $move = -$move;
                }
                if ($move > $step) {
                    $step = $move;
                    $worst = $n;
                }
                if ($move > self::ABSOLUTE_VOLTS + self::RELATIVE * abs($next[$n])) {
                    $done = false;
                }
            }
            if (!is_finite($step)) {
                throw DidNotConverge::at($circuit->nodes->names[$worst] ?? 'chassis', $step);
            }
            $volts = $next;
            $limited = $point->moveTo($volts);
            if ($done && !$limited && !$moving) {
                return new Solution($circuit, $situation, $volts, $factored, array_map(static fn (MainsIteration $m): SupplyState => $m->state(), $mains), $iteration);
            }
        }

        throw DidNotConverge::at($circuit->nodes->names[$worst] ?? 'chassis', $step);
    }
}
