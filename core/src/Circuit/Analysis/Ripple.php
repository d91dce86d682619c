<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Solve\Solution;

/** Ripple at every node: the harmonics of each rectifier's current sent into the linearised circuit. */
final class Ripple
{
    private const HARMONICS = 8;
    private const SAMPLES = 128;

    /**
     * @return array{peakToPeak: array<int, float>, rms: array<int, float>} volts by node
     */
    public static function of(Solution $solution): array
    {
        $ac = new SmallSignal($solution, withRectifiers: false);
        $size = $solution->circuit->size();
        $re = $im = [];
        $hertz = 50.0;
        foreach ($solution->circuit->supplies as $s => $supply) {
            $hertz = $supply->hertz;
            if ([] === $supply->ports) {
                continue;
            }
            $waveforms = MainsWaveforms::of($solution, $s);
            for ($h = 1; $h <= self::HARMONICS; ++$h) {
                $drive = [];
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
        $peakToPeak = $rms = [];
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
        }

        return ['peakToPeak' => $peakToPeak, 'rms' => $rms];
    }
}
