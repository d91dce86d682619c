<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Numeric\DenseLu;
use Yew\Core\Numeric\SparseLu;

/**
 * Newton's method on a circuit, from one linearisation to where it rests.
 *
 * Every tube, diode and rectifier is linearised where it stands; how far it may move in one step is limited element by element,
 * so that the linear part of the circuit stays exact.
 */
final class Newton
{
    private const RELATIVE = 1e-8;
    private const ABSOLUTE_VOLTS = 1e-7;
    /** What is no more than the noise of the arithmetic counts as rest, once the quick iterations are over. */
    private const NOISE_RELATIVE = 1e-6;
    private const NOISE_VOLTS = 1e-4;
    private const QUICK_ITERATIONS = 40;
    private const MOST_ITERATIONS = 120;
    /** Of a node to where it was, siemens: to begin with, and when it counts as let go; and by how much it is eased or made firmer. */
    private const HOLD_SIEMENS = 0.1;
    private const NO_HOLD_SIEMENS = 1e-9;
    private const LETS_GO = 0.3;
    private const HOLDS_FASTER = 10.0;
    private const MOST_HOLDS = 60;

    /**
     * @param Linearisation $point where the elements stand; moves
     * @param Solution|null $start whose volts, lamps, periods and excess currents are where this one begins
     * @param float         $hold  siemens by which every node is held to where it starts
     */
    public static function rest(CompiledCircuit $circuit, SolveConditions $conditions, Linearisation $point, ?Solution $start, float $hold = 0.0): Solution
    {
        $size = $circuit->size();
        $pattern = $circuit->pattern;
        $mains = array_map(static fn (int $i, MainsSupply $supply): MainsIteration => new MainsIteration($i, $supply, $conditions), array_keys($circuit->supplies), $circuit->supplies);
        foreach ($mains as $i => $supply) {
            $supply->startFrom($start?->supplies[$i] ?? null);
            $point->follow($i, $supply->isStepped());
        }
        $volts = $start->volts ?? array_fill(0, $size + 1, 0.0);
        // Of a neighbour with other tubes in it nothing is known.
        $excess = \count($start->circuit->tubes ?? []) === \count($circuit->tubes) ? $start->excess ?? [] : [];
        $heldTo = $volts;
        $factored = $circuit->linear;
        for ($iteration = 1;; ++$iteration) {
            $a = $circuit->linear;
            $b = $circuit->drive;
            for ($n = 0; 0.0 !== $hold && $n < $size; ++$n) {
                $a[$pattern->slot($n, $n)] += $hold;
                $b[$n] += $hold * $heldTo[$n];
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
     * Where a stage feeds itself (gas, a positive loop) Newton may jump about: then every node is held to where it was, as if by a
     * capacitor, and let go step by step; what the circuit would run to in time is where it ends (pseudo-transient continuation:
     * Kelley and Keyes, SIAM J. Numer. Anal. 35, 1998, from memory).
     */
    public static function led(Solution $from): Solution
    {
        [$circuit, $conditions, $held] = [$from->circuit, $from->conditions, $from];
        $siemens = self::HOLD_SIEMENS;
        for ($step = 0; $step < self::MOST_HOLDS && $siemens > self::NO_HOLD_SIEMENS; ++$step) {
            $next = self::rest($circuit, $conditions, Linearisation::near($circuit, $conditions, $held), $held, $siemens);
            $rests = [] === $next->moving;
            $held = $rests ? $next : $held;
            $siemens *= $rests ? self::LETS_GO : self::HOLDS_FASTER;
        }

        return self::rest($circuit, $conditions, Linearisation::near($circuit, $conditions, $held), $held);
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
