<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Circuit\Supply\Port;

/**
 * The averaged rectifiers of one transformer, for `.op` and `.ac`.
 *
 * A quarter period is sampled at equal steps. Each sample is a little circuit of its own: the core of the transformer behind the
 * primary's resistance, loaded by every rectifier that conducts at that angle; the DC circuit gets the mean of all samples. It
 * is another way to the same integral than the core's closed form. Lamp, heaters and input chokes stand at their solved values.
 */
final class AveragedSupply
{
    private const SAMPLES = 160;

    public static function write(SpiceText $out, MainsSupply $supply, SupplyState $state, float $inletVolts): void
    {
        foreach ($supply->chokes as $k => $choke) {
            $out->line('I%s_choke %s %s %s', SpiceText::word($choke->rectifier), $out->numbered($choke->minus), $out->numbered($choke->plus), $state->chokeAmperes[$k] ?? 0.0);
        }
        $same = [] === array_filter($supply->ports, static fn (Port $p): bool => $p->positive !== $p->negative);
        foreach ($same ? ['p'] : ['p', 'n'] as $half) {
            $active = array_filter($supply->ports, static fn (Port $p): bool => 'p' === $half ? $p->positive : $p->negative);
            if ([] === $active) {
                continue;
            }
            for ($j = 0; $j < self::SAMPLES; ++$j) {
                $angle = \M_PI_2 * ($j + 0.5) / self::SAMPLES;
                self::sample($out, $supply, $state, $active, \sprintf('%s_%s%d', SpiceText::word($supply->id), $half, $j), \M_SQRT2 * $inletVolts * sin($angle), $same ? 2 : 1);
            }
        }
    }

    /** @param array<int, Port> $active */
    private static function sample(SpiceText $out, MainsSupply $supply, SupplyState $state, array $active, string $tag, float $mains, int $halves): void
    {
        $ohms = $supply->primaryOhms + $state->lampOhms;
        $out->line('Icore_%s 0 core_%s %s', $tag, $tag, $mains / $ohms);
        $out->line('Rcore_%s core_%s 0 %s', $tag, $tag, 1.0 / (1.0 / $ohms + $state->conductance));
        foreach ($active as $k => $port) {
            $drive = \sprintf('%s*V(core_%s)-%s*(V(%s,%s)+%s)', SpiceText::number($port->turns), $tag, SpiceText::number($port->voltsShare), $out->numbered($port->plus), $out->numbered($port->minus), SpiceText::number($state->lift[$k] ?? 0.0));
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
