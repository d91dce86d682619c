<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\ReducedLoad;
use Yew\Core\Circuit\Supply\SteppedPeriod;

/**
 * Where a reservoir is too small to be stiff, or missing, the transformer is stepped through a period and the circuit solved again
 * about what came out, until neither moves the other.
 */
final class SteppedSupplies
{
    /** Share by which nothing may move any more. */
    private const STILL = 2e-4;
    private const STILL_VOLTS = 1e-4;
    private const STILL_AMPERES = 1e-5;
    private const SAME_SHARE = 0.02;
    /** A reduced load answers for the circuit as long as the outputs keep to this share of their volts. */
    private const SAME_LOAD = 0.1;
    /** Of a neighbouring solution: so near that its stepped period holds as it is. */
    private const SAME_PERIOD = 1e-3;

    /** @return array<int, true> supplies that the averaged formula does not answer for */
    public static function among(Solution $solution): array
    {
        $soft = [];
        foreach ($solution->circuit->supplies as $s => $supply) {
            if (null !== $solution->supplies[$s]->period || self::isSoft($solution, $supply)) {
                $soft[$s] = true;
            }
        }

        return $soft;
    }

    /**
     * The solution with its soft supplies stepped through a period.
     *
     * @param array<int, true> $soft
     *
     * @return array{Solution, array<int, float>} and by how much its outputs moved, by node: then the circuit must be solved again
     */
    public static function step(Solution $solution, array $soft): array
    {
        $states = [];
        $moving = [];
        foreach ($solution->supplies as $s => $state) {
            if (isset($soft[$s])) {
                [$state, $moved] = self::stepped($solution, $solution->circuit->supplies[$s], $state);
                $moving += $moved;
            }
            $states[] = $state;
        }

        $stepped = $solution->with($states);
        $excess = [];
        foreach (RippledTubes::excess($stepped) as $i => $found) {
            // Half of the way, since what is drawn moves the volts that it was found at.
            $before = $solution->excess[$i] ?? [0.0, 0.0, 1.0, 1.0];
            $excess[$i] = [0.5 * ($before[0] + $found[0]), 0.5 * ($before[1] + $found[1]), 0.5 * ($before[2] + $found[2]), 0.5 * ($before[3] + $found[3])];
            $stage = $solution->circuit->tubes[$i];
            if (abs($found[0] - $before[0]) + abs($found[1] - $before[1]) > self::STILL_AMPERES + self::STILL * 50.0 * abs($found[0] + $found[1]) || abs($found[2] / max(1e-9, $before[2]) - 1.0) > self::SAME_SHARE) {
                $moving += array_diff_key([$stage->plate => 0.0], [$solution->circuit->size() => 0.0]);
            }
        }

        return [$stepped->exceeding($excess), $moving];
    }

    /** Whether a period that was stepped for a neighbour answers here as well: the same reservoirs, hardly another load. */
    public static function stillHold(Solution $solution, Solution $neighbour): bool
    {
        if (!$solution->circuit->reactances->equals($neighbour->circuit->reactances)) {
            return false;
        }
        foreach ($solution->supplies as $s => $state) {
            foreach (null === $state->period ? [] : $state->ports as $k => $port) {
                $then = $neighbour->supplies[$s];
                $volts = $solution->across($port);
                if ($state->peakVolts !== $then->peakVolts || $state->lampOhms !== $then->lampOhms || !$port->equals($then->ports[$k]) || abs($volts - ($state->period->volts[$k] ?? \INF)) > self::SAME_PERIOD * abs($volts)) {
                    return false;
                }
            }
        }

        return true;
    }

    private static function isSoft(Solution $solution, MainsSupply $supply): bool
    {
        $state = $solution->supplies[$supply->number];
        foreach ($state->ports as $k => $port) {
            if ($port->isSoft($state->cycle->current[$k], $solution->across($port), $supply->hertz, $state->peakVolts)) {
                return true;
            }
        }

        return false;
    }

    /** @return array{SupplyState, array<int, float>} */
    private static function stepped(Solution $solution, MainsSupply $supply, SupplyState $state): array
    {
        $volts = array_map($solution->across(...), $state->ports);
        $before = null;
        $load = $state->load;
        if (null !== $load && null !== $state->period && self::near($load->volts, $volts) && self::sameShares($load, $solution)) {
            $load = $load->about($volts, $state->cycle->current);
            $before = $state->period;
        } else {
            $load = LoadReduction::of($solution, $supply);
        }
        $period = SteppedPeriod::of($state->ports, $load, $state->peakVolts, $supply->primaryOhms + $state->lampOhms, $state->conductance, $supply->hertz, $before);
        $conductance = $supply->heaterConductance($period->cycle->coreVolts);
        $warmth = ($state->warmth ?? CathodeWarmth::at($state->coreVolts))->towards($period->cycle->coreVolts);
        $ports = $supply->portsAt($warmth->volts);
        [$lamp, $miss] = self::lampOhms($solution->conditions, $state, $period->cycle->primaryAmperes);
        $drifts = !$period->settled || $supply->warms($warmth->volts, $period->cycle->coreVolts) && self::warming($supply->portsAt($period->cycle->coreVolts), $ports) || abs($conductance - $state->conductance) > self::STILL * $conductance || abs($miss) > self::STILL;
        $moving = [];
        foreach ($state->ports as $k => $port) {
            $move = abs($period->volts[$k] - $volts[$k]);
            if ($drifts || $move > self::STILL * abs($volts[$k]) + self::STILL_VOLTS) {
                $moving[$port->plus] = $moving[$port->minus] = $move;
            }
        }
        unset($moving[$solution->circuit->size()]);

        return [$state->stepped($ports, $warmth, $period, $load, $lamp, $miss, $conductance), $moving];
    }

    private static function sameShares(ReducedLoad $load, Solution $solution): bool
    {
        foreach ($solution->excess as $i => [, , $share]) {
            if (abs($share / max(1e-9, $load->shares[$i] ?? 1.0) - 1.0) > self::SAME_LOAD) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<Port> $now
     * @param list<Port> $then
     */
    private static function warming(array $now, array $then): bool
    {
        foreach ($now as $k => $port) {
            if (abs(($port->tube->perveance ?? 1.0) / ($then[$k]->tube->perveance ?? 1.0) - 1.0) > 10.0 * self::STILL) {
                return true;
            }
        }

        return false;
    }

    /**
     * The lamp's next resistance, by the secant rule on its logarithm; and by how much it was off.
     *
     * @return array{float, float} ohms, and logarithm of wanted over taken
     */
    private static function lampOhms(SolveConditions $conditions, SupplyState $state, float $primaryAmperes): array
    {
        if ([] === $conditions->limiters->lamps) {
            return [$conditions->limiters->held, 0.0];
        }
        $miss = log($conditions->limiters->ohmsAt($primaryAmperes) / $state->lampOhms);
        $share = 0.5;
        if (null !== $state->lampBefore) {
            [$ohms, $before] = $state->lampBefore;
            $share = abs($miss - $before) < 1e-12 ? 0.5 : log($ohms / $state->lampOhms) / ($miss - $before);
            $share = $share > 0.1 && $share < 2.0 ? $share : 0.5;
        }

        return [$state->lampOhms * exp($share * $miss), $miss];
    }

    /**
     * @param array<int, float> $then
     * @param array<int, float> $now
     */
    private static function near(array $then, array $now): bool
    {
        foreach ($now as $k => $volts) {
            if (abs($volts - $then[$k]) > self::SAME_LOAD * abs($volts)) {
                return false;
            }
        }

        return true;
    }
}
