<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\PortLoad;
use Yew\Core\Circuit\Supply\SteppedPeriod;
use Yew\Core\Circuit\Supply\Waveform;

/** The rectifiers of a solved circuit stepped through a period, each loaded with what the circuit is at its ripple frequency. */
final class MainsWaveforms
{
    /** As good as DC, hertz. */
    private const STEADY_HERTZ = 1e-4;

    /** @return list<Waveform> by port of the supply */
    public static function of(Solution $solution, int $index, SmallSignal $ac): array
    {
        $supply = $solution->circuit->supplies[$index];
        $state = $solution->supplies[$index];
        if ([] === $supply->ports) {
            return [];
        }
        $stacked = array_filter($supply->ports, static fn (Port $p): bool => 1 === $p->strokes());
        $hertz = $supply->hertz * (1 === \count($stacked) ? 1 : 2);
        $pairs = array_map(static fn (Port $p): array => [$p->plus, $p->minus], $supply->ports);
        $admittances = $ac->admittances($hertz, $pairs);
        $steadies = $ac->admittances(self::STEADY_HERTZ, $pairs);
        $loads = [];
        foreach ($supply->ports as $k => $port) {
            $siemens = $steady = [];
            foreach ($admittances[$k] as $l => [$real]) {
                // What the rectifiers themselves are to small signals is no load.
                $slope = $state->cycle->slope[$k][$l] ?? 0.0;
                $siemens[] = $real + $slope;
                $steady[] = $steadies[$k][$l][0] + $slope;
            }
            // A choke behind the reservoir must not leave less than nothing of it.
            $loads[] = new PortLoad($state->cycle->current[$k] ?? 0.0, $solution->volts[$port->plus] - $solution->volts[$port->minus], $steady, $siemens, max(1e-7, 0.2 * $port->farads, $admittances[$k][$k][1] / (2.0 * \M_PI * $hertz)));
        }

        return SteppedPeriod::of($supply->ports, $loads, $state->peakVolts, $supply->primaryOhms + $state->lampOhms, $state->conductance, $supply->hertz);
    }
}
