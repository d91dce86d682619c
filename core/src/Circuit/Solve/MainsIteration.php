<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Situation;
use Yew\Core\Circuit\Supply\AveragedCharging;
use Yew\Core\Circuit\Supply\ChargingCycle;
use Yew\Core\Circuit\Supply\Lamp;

/** A mains transformer while Newton walks: its rectifiers are linearised, lamp and heaters follow the step before. */
final class MainsIteration
{
    private float $lampOhms = 0.0;

    private float $conductance = 0.0;

    private float $coreVolts;

    private float $primaryAmperes = 0.0;

    /** @var list<float> */
    private array $lift;

    /** @var list<float> */
    private array $chokeAmperes = [];

    private ?ChargingCycle $cycle = null;

    private readonly float $inletVolts;

    /** @param int $index of the supply in the circuit */
    public function __construct(private readonly int $index, private readonly MainsSupply $supply, private readonly Situation $situation, float $share)
    {
        $this->inletVolts = $share * $situation->inletVolts;
        $this->coreVolts = $this->inletVolts;
        $this->lift = array_fill(0, \count($supply->ports), 0.0);
        if (null !== $situation->lampWatts) {
            $this->lampOhms = Lamp::ohms($situation->lampWatts, $situation->mainsVolts(), 0.3 * $situation->lampWatts / $situation->mainsVolts());
        }
    }

    /** @param list<float>|null $lift */
    public function startFrom(?SupplyState $state, ?array $lift): void
    {
        if (null !== $state) {
            [$this->lampOhms, $this->conductance, $this->coreVolts, $this->lift] = [$state->lampOhms, $state->conductance, $state->coreVolts, $state->lift];
        }
        $this->lift = $lift ?? $this->lift;
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     *
     * @return bool whether lamp or heaters still move
     */
    public function stamp(array &$a, array &$b, Linearisation $point): bool
    {
        $supply = $this->supply;
        $ohms = $supply->primaryOhms + $this->lampOhms;
        $moved = $this->loads($a, $b, $point, $ohms);
        $peak = \M_SQRT2 * $this->inletVolts;
        if ([] === $supply->ports) {
            $this->primaryAmperes = $this->inletVolts / ($ohms + 1.0 / max(1e-12, $this->conductance));
            $core = $this->inletVolts - $ohms * $this->primaryAmperes;
        } else {
            $volts = [];
            foreach ($point->ports[$this->index] as $k => $v) {
                $volts[] = $v + $this->lift[$k];
            }
            $cycle = AveragedCharging::over($supply->ports, $volts, max(1e-9, $peak), $ohms, $this->conductance);
            foreach ($supply->ports as $k => $port) {
                $current = $cycle->current[$k];
                foreach ($cycle->slope[$k] as $l => $slope) {
                    [$pp, $pm, $mp, $mm] = $supply->slots[$k][$l];
                    $a[$pp] -= $slope;
                    $a[$pm] += $slope;
                    $a[$mp] += $slope;
                    $a[$mm] -= $slope;
                    $current -= $slope * $point->ports[$this->index][$l];
                }
                $b[$port->plus] += $current;
                $b[$port->minus] -= $current;
            }
            $this->cycle = $cycle;
            $this->primaryAmperes = $cycle->primaryAmperes;
            $core = $cycle->coreVolts;
        }
        $moved = abs($core - $this->coreVolts) > 1e-7 * $this->inletVolts + 1e-9 || $moved;
        $this->coreVolts = $core;

        return $this->lamp() || $moved;
    }

    public function state(): SupplyState
    {
        return new SupplyState($this->cycle, $this->lampOhms, $this->conductance, $this->coreVolts, $this->primaryAmperes, $this->lift, $this->chokeAmperes, \M_SQRT2 * $this->inletVolts);
    }

    /**
     * Heaters and choke inputs as a conductance at the core.
     *
     * @param array<int, float> $a
     * @param array<int, float> $b
     */
    private function loads(array &$a, array &$b, Linearisation $point, float $ohms): bool
    {
        $conductance = 0.0;
        foreach ($this->supply->heaters as $heaters) {
            $conductance += $heaters->conductance($this->coreVolts);
        }
        $this->chokeAmperes = [];
        foreach ($this->supply->chokes as $k => $choke) {
            $volts = $point->chokes[$this->index][$k];
            [$current, $slope] = $choke->underLoad($volts, $this->inletVolts, $ohms, $conductance, $this->supply->hertz);
            [$pp, $pm, $mp, $mm] = $this->supply->chokeSlots[$k];
            $a[$pp] -= $slope;
            $a[$pm] += $slope;
            $a[$mp] += $slope;
            $a[$mm] -= $slope;
            $b[$choke->plus] += $current - $slope * $volts;
            $b[$choke->minus] -= $current - $slope * $volts;
            $this->chokeAmperes[] = $current;
            if ($this->coreVolts > 0.0) {
                $conductance += max(0.0, $current * ($volts + $choke->dropVolts + $choke->ohms * $current)) / $this->coreVolts ** 2;
            }
        }
        $moved = abs($conductance - $this->conductance) > 1e-7 * $conductance + 1e-15;
        $this->conductance = $conductance;

        return $moved;
    }

    private function lamp(): bool
    {
        if (null === $this->situation->lampWatts) {
            return false;
        }
        $wanted = Lamp::ohms($this->situation->lampWatts, $this->situation->mainsVolts(), $this->primaryAmperes);
        $next = sqrt($wanted * $this->lampOhms);
        $moved = abs($wanted / $this->lampOhms - 1.0) > 1e-7;
        $this->lampOhms = $next;

        return $moved;
    }
}
