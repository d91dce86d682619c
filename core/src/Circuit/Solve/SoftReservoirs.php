<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Analysis\MainsWaveforms;
use Yew\Core\Circuit\Analysis\SmallSignal;
use Yew\Core\Circuit\Supply\AveragedCharging;

/**
 * Where a reservoir is too small to be stiff, the averaged rectifier is corrected to what a stepped period of the mains gives.
 *
 * The correction is a lift: volts that the averaged formula sees on top of the true mean, so that its current is the stepped one.
 */
final class SoftReservoirs
{
    /** Ripple over mean volts from which on nothing is promised (checked against transient runs). */
    private const STARVED = 0.9;

    /** @return list<list<float>>|null lift by supply and port; null when every reservoir is stiff */
    public static function lift(Solution $solution): ?array
    {
        $soft = false;
        foreach ($solution->circuit->supplies as $s => $supply) {
            foreach ($supply->ports as $k => $port) {
                $soft = $soft || $port->isSoft($solution->supplies[$s]->cycle->current[$k] ?? 0.0, $solution->volts[$port->plus] - $solution->volts[$port->minus], $supply->hertz, $solution->supplies[$s]->peakVolts);
            }
        }
        if (!$soft) {
            return null;
        }
        $ac = new SmallSignal($solution);
        $lift = [];
        foreach (array_keys($solution->circuit->supplies) as $s) {
            $lift[] = self::ofSupply($solution, $s, $ac);
        }

        return $lift;
    }

    /** @throws DidNotConverge when a reservoir runs as good as empty in every period */
    public static function check(Solution $solution): void
    {
        $ac = new SmallSignal($solution);
        foreach ($solution->circuit->supplies as $s => $supply) {
            foreach (MainsWaveforms::of($solution, $s, $ac) as $k => $waveform) {
                if ($waveform->peakToPeakVolts > self::STARVED * abs($waveform->meanVolts)) {
                    throw DidNotConverge::starved($solution->circuit->nodes->names[$supply->ports[$k]->plus] ?? 'chassis', $waveform->peakToPeakVolts);
                }
            }
        }
    }

    /** @return list<float> */
    private static function ofSupply(Solution $solution, int $s, SmallSignal $ac): array
    {
        $supply = $solution->circuit->supplies[$s];
        $state = $solution->supplies[$s];
        if ([] === $supply->ports) {
            return [];
        }
        $waveforms = MainsWaveforms::of($solution, $s, $ac);
        $lift = $state->lift;
        for ($i = 0; $i < 8; ++$i) {
            $volts = [];
            foreach ($waveforms as $k => $waveform) {
                $volts[] = $waveform->meanVolts + $lift[$k];
            }
            $cycle = AveragedCharging::over($supply->ports, $volts, $state->peakVolts, $supply->primaryOhms + $state->lampOhms, $state->conductance);
            $next = [];
            foreach ($lift as $k => $volt) {
                $slope = $cycle->slope[$k][$k];
                $next[] = $slope < 0.0 ? $volt + ($waveforms[$k]->meanAmperes - $cycle->current[$k]) / $slope : $volt - 0.01 * $volts[$k];
            }
            $lift = $next;
        }

        return $lift;
    }
}
