<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Circuit\Supply\AveragedCharging;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\SteppedPeriod;

/** How the currents of the rectifiers follow the volts and the resistance of their windings, all else held: by differences. */
final class WindingSlopes
{
    /** Relative step of the differences: a stepped period repeats itself less exactly than a formula. */
    private const STEP = 1e-4;
    private const STEPPED = 1e-2;

    /** @var \WeakMap<Solution, list<array<string, array{array<int, float>, array<int, float>}>>>|null */
    private static ?\WeakMap $known = null;

    /** @return list<array<string, array{array<int, float>, array<int, float>}>> by supply and rectifier: amperes of each port per unit of its volts, and of its ohms */
    public static function of(Solution $solution): array
    {
        self::$known ??= new \WeakMap();

        return self::$known[$solution] ??= array_map(static fn (int $s, SupplyState $state): array => self::ofSupply($solution, $s, $state), array_keys($solution->supplies), $solution->supplies);
    }

    /** @return array<string, array{array<int, float>, array<int, float>}> */
    private static function ofSupply(Solution $solution, int $s, SupplyState $state): array
    {
        $slopes = [];
        foreach (array_unique(array_map(static fn (Port $p): string => $p->rectifier, $state->ports)) as $rectifier) {
            $slopes[$rectifier] = [self::moved($solution, $s, $state, $rectifier, true), self::moved($solution, $s, $state, $rectifier, false)];
        }

        return $slopes;
    }

    /** @return array<int, float> amperes of each port per unit of change */
    private static function moved(Solution $solution, int $s, SupplyState $state, string $rectifier, bool $volts): array
    {
        $step = null === $state->period ? self::STEP : self::STEPPED;
        $ports = array_map(static fn (Port $p): Port => $p->rectifier !== $rectifier ? $p : ($volts ? $p->scaled(1.0 + $step, 1.0) : $p->scaled(1.0, 1.0 + $step)), $state->ports);
        $supply = $solution->circuit->supplies[$s];
        $ohms = $supply->primaryOhms + $state->lampOhms;
        $across = array_map($solution->across(...), $state->ports);
        if (null === $state->period || null === $state->load) {
            $moved = AveragedCharging::over($ports, $across, $state->peakVolts, $ohms, $state->conductance)->current;
        } else {
            // With other windings both volts and current move along the load; what the line gives for those volts is no part of it.
            $period = SteppedPeriod::of($ports, $state->load->about($across, $state->cycle->current), $state->peakVolts, $ohms, $state->conductance, $supply->hertz, $state->period);
            $moved = $period->cycle->current;
            foreach ($period->cycle->slope as $k => $row) {
                foreach ($row as $l => $slope) {
                    $moved[$k] -= $slope * ($period->volts[$l] - $across[$l]);
                }
            }
        }

        return array_map(static fn (float $then, float $now): float => ($then - $now) / $step, $moved, $state->cycle->current);
    }
}
