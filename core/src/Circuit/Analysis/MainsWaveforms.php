<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Solve\LoadReduction;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Supply\SteppedPeriod;
use Yew\Core\Circuit\Supply\Waveform;

/** The rectifiers of a solved circuit over a period: as they were stepped for the solution, or stepped now. */
final class MainsWaveforms
{
    /** @return list<Waveform> by port of the supply */
    public static function of(Solution $solution, int $index): array
    {
        $supply = $solution->circuit->supplies[$index];
        $state = $solution->supplies[$index];
        if ([] === $supply->ports) {
            return [];
        }
        $period = $state->period ?? SteppedPeriod::of($state->ports, LoadReduction::of($solution, $supply), $state->peakVolts, $supply->primaryOhms + $state->lampOhms, $state->conductance, $supply->hertz);

        return $period->waveforms;
    }
}
