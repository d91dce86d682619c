<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Ramp\PowerMethod;

/** Tubes see power one step after the other, each once the way before it was walked (PWR-6). */
final class StepGate
{
    public static function steps(GateFacts $facts): Gate
    {
        $bench = $facts->bench;
        $out = $facts->conditions->tubesOut();
        if (PowerMethod::Straight === $facts->choice->method) {
            return Gate::doesNotApply('steps', 'gate-known-good', ['reason' => $facts->choice->reason]);
        }
        if (null === $bench->sheet || [] === $bench->sheet->tubes) {
            return Gate::doesNotApply('steps', 'gate-no-tubes-drawn');
        }
        if (null === $out) {
            return Gate::unknown('steps', 'gate-tubes-not-said');
        }
        $before = TubeSteps::before($bench);
        if ([] === array_diff($before, $out)) {
            return Gate::doesNotApply('steps', 'gate-no-tubes-in');
        }
        foreach (TubeSteps::of($bench) as $step) {
            if (TubeRoles::areSame($step->tubesOut, $out)) {
                return self::after($facts, $step, $before);
            }
            // The first step of which something is still out is the one to take.
            if ([] !== array_intersect($step->positions, $out)) {
                break;
            }
            $before = $step->tubesOut;
        }

        return Gate::notMet('steps', 'gate-not-a-step', Authority::Technician, ['positions' => $step->positions ?? $out])->at(PowerStation::ID);
    }

    /** @param list<string> $before tubes that were out the time before */
    private static function after(GateFacts $facts, TubeStep $step, array $before): Gate
    {
        $next = PowerWalk::of($facts->bench, StopPlan::stops($facts->bench, $facts->choice, $before), $before)->next();

        return null === $next ? Gate::met('steps', 'gate-step-follows', ['positions' => $step->positions])
            : Gate::notMet('steps', 'gate-step-before-not-walked', Authority::Technician, ['positions' => $step->positions, 'stopVolts' => $next->volts])->at(PowerStation::ID, $next->id);
    }
}
