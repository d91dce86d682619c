<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\AveragedCharging;
use Yew\Core\Circuit\Supply\ChargingCycle;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\ReducedLoad;
use Yew\Core\Circuit\Supply\SteadyPeriod;

/**
 * A mains transformer while Newton walks: its rectifiers are linearised, lamp and heaters follow the step before.
 *
 * Rectifiers into stiff reservoirs follow the averaged formula. Where a period was stepped, they follow the straight line that it
 * gave, about the means that it found, and lamp and heaters stay as they were for it.
 */
final class MainsIteration
{
    private float $lampOhms = 0.0;

    private float $conductance = 0.0;

    private float $coreVolts;

    private CathodeWarmth $warmth;

    private float $primaryAmperes = 0.0;

    private ?SteadyPeriod $period = null;

    private ?ReducedLoad $load = null;

    /** @var array{float, float}|null */
    private ?array $lampBefore = null;

    private ChargingCycle $cycle;

    private readonly float $inletVolts;

    /** @var list<Port> */
    private array $ports;

    /** @param int $index of the supply in the circuit */
    public function __construct(private readonly int $index, private readonly MainsSupply $supply, private readonly SolveConditions $conditions)
    {
        $this->inletVolts = $conditions->inletVolts;
        $this->coreVolts = $this->inletVolts;
        $this->warmth = CathodeWarmth::at($this->inletVolts);
        $this->ports = $supply->ports;
        $this->cycle = ChargingCycle::none(\count($supply->ports));
        $this->lampOhms = $conditions->limiters->firstOhms();
    }

    public function startFrom(?SupplyState $state): void
    {
        if (null !== $state && \count($state->ports) === \count($this->ports)) {
            [$this->lampOhms, $this->conductance, $this->coreVolts, $this->period, $this->load, $this->lampBefore, $this->ports] = [$state->lampOhms, $state->conductance, $state->coreVolts, $state->period, $state->load, $state->lampBefore, $this->warmedLike($state->ports)];
            $this->warmth = $state->warmth ?? CathodeWarmth::at($state->coreVolts);
            if ([] === $this->conditions->limiters->lamps) {
                $this->lampOhms = $this->conditions->limiters->held;
            }
        }
    }

    /**
     * Our own rectifiers, as warm as a neighbour's were.
     *
     * @param list<Port> $ports
     *
     * @return list<Port>
     */
    private function warmedLike(array $ports): array
    {
        return array_map(static fn (Port $own, Port $other): Port => null === $own->tube || null === $other->tube || $other->tube->perveance >= $own->tube->perveance ? $own : $own->warmed($other->tube->perveance / $own->tube->perveance), $this->supply->ports, $ports);
    }

    /** Whether its rectifiers follow a straight line. */
    public function isStepped(): bool
    {
        return null !== $this->period;
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     *
     * @return bool whether lamp or heaters still move
     */
    public function stamp(array &$a, array &$b, Linearisation $point): bool
    {
        if (null !== $this->period) {
            $this->cycle = $this->alongTheLine($this->period, $point);
            [$this->primaryAmperes, $this->coreVolts] = [$this->cycle->primaryAmperes, $this->cycle->coreVolts];
            $this->put($a, $b, $point);

            return false;
        }
        $supply = $this->supply;
        $ohms = $supply->primaryOhms + $this->lampOhms;
        $moved = $this->heaters();
        $this->warmth = $this->warmth->towards($this->coreVolts);
        $this->ports = $supply->portsAt($this->warmth->volts);
        $moved = $supply->warms($this->warmth->volts, $this->coreVolts) || $moved;
        $peak = \M_SQRT2 * $this->inletVolts;
        $volts = [];
        foreach ($point->ports[$this->index] as $k => $v) {
            $volts[] = $v + $this->ports[$k]->presumedLift($peak);
        }
        $this->cycle = AveragedCharging::over($this->ports, $volts, max(1e-9, $peak), $ohms, $this->conductance);
        $this->put($a, $b, $point);
        $this->primaryAmperes = $this->cycle->primaryAmperes;
        $moved = abs($this->cycle->coreVolts - $this->coreVolts) > 1e-7 * $this->inletVolts + 1e-9 || $moved;
        $this->coreVolts = $this->cycle->coreVolts;

        return $this->lamp() || $moved;
    }

    public function state(): SupplyState
    {
        return new SupplyState($this->ports, $this->cycle, $this->lampOhms, $this->conductance, $this->coreVolts, $this->primaryAmperes, \M_SQRT2 * $this->inletVolts, $this->period, $this->load, $this->lampBefore, $this->warmth);
    }

    private function alongTheLine(SteadyPeriod $period, Linearisation $point): ChargingCycle
    {
        $current = $period->cycle->current;
        $slopes = $period->cycle->slope;
        foreach ($period->cycle->slope as $k => $row) {
            foreach ($row as $l => $slope) {
                $current[$k] += $slope * ($point->ports[$this->index][$l] - $period->volts[$l]);
            }
        }
        foreach ($current as $k => $amperes) {
            // A line that was found at some current leads below none: no rectifier does.
            if ($amperes < 0.0 && $period->cycle->current[$k] > 0.0) {
                [$current[$k], $slopes[$k]] = [0.0, array_fill(0, \count($current), 0.0)];
            }
        }

        return $period->cycle->withCurrent($current, $slopes);
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     */
    private function put(array &$a, array &$b, Linearisation $point): void
    {
        $this->supply->stamp($a, $this->cycle->slope);
        foreach ($this->ports as $k => $port) {
            $current = $this->cycle->current[$k];
            foreach ($this->cycle->slope[$k] as $l => $slope) {
                $current -= $slope * $point->ports[$this->index][$l];
            }
            $b[$port->plus] += $current;
            $b[$port->minus] -= $current;
        }
    }

    private function heaters(): bool
    {
        $conductance = $this->supply->heaterConductance($this->coreVolts);
        $moved = abs($conductance - $this->conductance) > 1e-7 * $conductance + 1e-15;
        $this->conductance = $conductance;

        return $moved;
    }

    private function lamp(): bool
    {
        $limiters = $this->conditions->limiters;
        if ([] === $limiters->lamps) {
            return false;
        }
        $wanted = $limiters->ohmsAt($this->supply->lamp?->amperes($this->primaryAmperes) ?? $this->primaryAmperes);
        $moved = abs($wanted / $this->lampOhms - 1.0) > 1e-7;
        $this->lampOhms *= sqrt($wanted / $this->lampOhms);

        return $moved;
    }
}
