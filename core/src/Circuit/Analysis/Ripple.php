<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Element\HeaterLeak;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Supply\HeaterLoad;

/** Ripple at every node: the harmonics of each rectifier's current, and what heaters leak into cathodes, sent into the linearised circuit. */
final class Ripple
{
    private const HARMONICS = 8;
    private const SAMPLES = 128;

    /**
     * @return array{peakToPeak: array<int, float>, rms: array<int, float>, harmonics: array<int, array<int, float>>} volts by node; RMS of each harmonic of the mains
     */
    public static function of(Solution $solution): array
    {
        $ac = new SmallSignal($solution, withRectifiers: false);
        $size = $solution->circuit->size();
        $re = $im = [];
        foreach ($solution->circuit->supplies as $s => $supply) {
            $hertz = $supply->hertz;
            $hum = self::heaterLeaks($solution, $supply);
            if ([] === $supply->ports && [] === $hum) {
                continue;
            }
            $waveforms = MainsWaveforms::of($solution, $s);
            for ($h = 1; $h <= self::HARMONICS; ++$h) {
                $drive = 1 === $h ? $hum : [];
                foreach ($supply->ports as $k => $port) {
                    [$r, $i] = $waveforms[$k]->harmonic($h);
                    foreach ([[$port->plus, 1.0], [$port->minus, -1.0]] as [$node, $sign]) {
                        $drive[$node] = [($drive[$node][0] ?? 0.0) + $sign * $r, ($drive[$node][1] ?? 0.0) + $sign * $i];
                    }
                }
                [$x, $y] = $ac->at($h * $hertz, $drive);
                foreach ($x as $node => $v) {
                    $re[$h][$node] = ($re[$h][$node] ?? 0.0) + $v;
                    $im[$h][$node] = ($im[$h][$node] ?? 0.0) + $y[$node];
                }
            }
        }
        $peakToPeak = $rms = $harmonics = [];
        for ($node = 0; $node <= $size; ++$node) {
            $low = $high = $square = 0.0;
            for ($n = 0; $n < self::SAMPLES && [] !== $re; ++$n) {
                $v = 0.0;
                foreach ($re as $h => $parts) {
                    $angle = 2.0 * \M_PI * $h * $n / self::SAMPLES;
                    $v += $parts[$node] * cos($angle) - $im[$h][$node] * sin($angle);
                }
                $low = min($low, $v);
                $high = max($high, $v);
                $square += $v * $v;
            }
            $peakToPeak[$node] = $high - $low;
            $rms[$node] = sqrt($square / self::SAMPLES);
            foreach ($re as $h => $parts) {
                $harmonics[$h][$node] = hypot($parts[$node], $im[$h][$node]) / \M_SQRT2;
            }
        }

        return ['peakToPeak' => $peakToPeak, 'rms' => $rms, 'harmonics' => $harmonics];
    }

    /**
     * Amperes that the heaters of a transformer drive through their leaks, peak, in step with its core.
     *
     * @return array<int, array{float, float}> by node
     */
    private static function heaterLeaks(Solution $solution, MainsSupply $supply): array
    {
        $drive = [];
        $core = $solution->supplies[$supply->number]->coreVolts;
        foreach ($solution->circuit->netlist->all(HeaterLeak::class) as $leak) {
            foreach ($solution->circuit->netlist->all(Heaters::class) as $heaters) {
                $load = array_values(array_filter($supply->heaters, static fn (HeaterLoad $l): bool => $l->id === $heaters->id))[0] ?? null;
                if (null === $load || !\in_array($leak->position, $heaters->positions, true)) {
                    continue;
                }
                $amperes = \M_SQRT2 * $leak->heaterVolts * $load->voltsAt($core) / $load->volts / $leak->ohms;
                foreach ([[$leak->cathode, $amperes], [$leak->reference, -$amperes]] as [$place, $peak]) {
                    $node = $solution->circuit->nodes->number($place);
                    // A cosine's imaginary part: the core is a sine, as the rectifiers' harmonics take it.
                    $drive[$node] = [0.0, ($drive[$node][1] ?? 0.0) - $peak];
                }
            }
        }

        return $drive;
    }
}
