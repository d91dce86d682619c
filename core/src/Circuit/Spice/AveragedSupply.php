<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\SteadyPeriod;

/**
 * The averaged rectifiers of one transformer, for `.op` and `.ac`.
 *
 * A quarter period is sampled at equal steps. Each sample is a little circuit of its own: the core of the transformer behind the
 * primary's resistance, loaded by every rectifier that conducts at that angle; the DC circuit gets the mean of all samples. It
 * is another way to the same integral than the core's closed form. Lamp and heaters stand at their solved values; rectifiers
 * that were stepped through a period stand as the straight line that came of it. The switching flavour owes the core nothing.
 */
final class AveragedSupply
{
    private const SAMPLES = 160;

    public static function write(SpiceText $out, MainsSupply $supply, SupplyState $state, float $inletVolts): void
    {
        if (null !== $state->period) {
            self::line($out, $state, $state->period);

            return;
        }
        $same = [] === array_filter($state->ports, static fn (Port $p): bool => $p->positive !== $p->negative);
        foreach ($same ? ['p'] : ['p', 'n'] as $half) {
            $active = array_filter($state->ports, static fn (Port $p): bool => 'p' === $half ? $p->positive : $p->negative);
            if ([] === $active) {
                continue;
            }
            for ($j = 0; $j < self::SAMPLES; ++$j) {
                $angle = \M_PI_2 * ($j + 0.5) / self::SAMPLES;
                self::sample($out, $supply, $state, $active, \sprintf('%s_%s%d', SpiceText::word($supply->id), $half, $j), \M_SQRT2 * $inletVolts * sin($angle), $same ? 2 : 1);
            }
        }
    }

    private static function line(SpiceText $out, SupplyState $state, SteadyPeriod $period): void
    {
        foreach ($state->ports as $k => $port) {
            $terms = [SpiceText::number($period->cycle->current[$k])];
            foreach ($period->cycle->slope[$k] as $l => $slope) {
                $terms[] = \sprintf('%s*(V(%s)-V(%s)-%s)', SpiceText::number($slope), $out->numbered($state->ports[$l]->plus), $out->numbered($state->ports[$l]->minus), SpiceText::number($period->volts[$l]));
            }
            $out->line('Bline_%s_%d %s %s I=%s', SpiceText::word($port->rectifier), $k, $out->numbered($port->minus), $out->numbered($port->plus), str_replace('(--', '(-', implode('+', $terms)));
        }
    }

    /** @param array<int, Port> $active */
    private static function sample(SpiceText $out, MainsSupply $supply, SupplyState $state, array $active, string $tag, float $mains, int $halves): void
    {
        $ohms = $supply->primaryOhms + $state->lampOhms;
        $out->line('Icore_%s 0 core_%s %s', $tag, $tag, $mains / $ohms);
        $out->line('Rcore_%s core_%s 0 %s', $tag, $tag, 1.0 / (1.0 / $ohms + $state->conductance));
        foreach ($active as $k => $port) {
            $drive = \sprintf('%s*V(core_%s)-%s*V(%s,%s)', SpiceText::number($port->turns), $tag, SpiceText::number($port->voltsShare), $out->numbered($port->plus), $out->numbered($port->minus));
            if (null === $port->tube) {
                $out->line('Bi_%s_%d i_%s_%d 0 V=max(0,(%s-%s)/%s)', $tag, $k, $tag, $k, $drive, $port->dropVolts, $port->ohms);
            } else {
                // i stands on a node of its own: the volts across the tube are the drive less i·R.
                $out->line('Bt_%s_%d 0 t_%s_%d I=%s*pwr(max(0,%s-%s*V(t_%s_%d)),1.5)', $tag, $k, $tag, $k, $port->tube->perveance, $drive, $port->ohms, $tag, $k);
                $out->line('Rt_%s_%d t_%s_%d 0 1', $tag, $k, $tag, $k);
                $out->line('Bi_%s_%d i_%s_%d 0 V=V(t_%s_%d)', $tag, $k, $tag, $k, $tag, $k);
            }
            $out->line('Bp_%s_%d core_%s 0 I=%s*V(i_%s_%d)', $tag, $k, $tag, $port->turns, $tag, $k);
            $out->line('Bo_%s_%d %s %s I=%s*V(i_%s_%d)', $tag, $k, $out->numbered($port->minus), $out->numbered($port->plus), $port->flow * $halves / (2.0 * self::SAMPLES), $tag, $k);
        }
    }
}
