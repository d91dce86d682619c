<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Supply\ChargingCycle;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Circuit\Supply\ReducedLoad;
use Yew\Core\Circuit\Supply\SteadyPeriod;

/** What a mains transformer does at a solution. */
final readonly class SupplyState
{
    /** Share by which a cathode may be warmer or colder (our choice). */
    private const AS_WARM = 0.02;

    /**
     * @param list<Port>               $ports          as they work: a rectifier tube as warm as it is
     * @param ChargingCycle            $cycle          of its rectifiers
     * @param float                    $lampOhms       0 without a lamp
     * @param float                    $conductance    of the heaters, seen at the core, siemens
     * @param float                    $coreVolts      RMS
     * @param float                    $primaryAmperes RMS
     * @param float                    $peakVolts      of the mains at the inlet
     * @param SteadyPeriod|null        $period         where a reservoir is too small for the averaged formula, or there is none
     * @param ReducedLoad|null         $load           that the period was stepped with
     * @param array{float, float}|null $lampBefore     the lamp's resistance that it was stepped with, and the logarithm by which that was off
     */
    public function __construct(
        public array $ports,
        public ChargingCycle $cycle,
        public float $lampOhms,
        public float $conductance,
        public float $coreVolts,
        public float $primaryAmperes,
        public float $peakVolts,
        public ?SteadyPeriod $period = null,
        public ?ReducedLoad $load = null,
        public ?array $lampBefore = null,
        public ?CathodeWarmth $warmth = null,
    ) {
    }

    /** RMS in the winding of a port, amperes: of each half where two carry it in turn. */
    public function windingAmperes(int $port): float
    {
        return sqrt($this->cycle->windingSquare[$port] / $this->ports[$port]->halves);
    }

    public function withoutLoad(): self
    {
        return new self($this->ports, $this->cycle, $this->lampOhms, $this->conductance, $this->coreVolts, $this->primaryAmperes, $this->peakVolts, $this->period, null, null, $this->warmth);
    }

    /**
     * Its rectifiers by the averaged formula again, once their cathodes are no longer as warm as the period knew them.
     *
     * @param list<Port> $ports as warm as they are
     */
    public function withPorts(array $ports): self
    {
        foreach ($this->ports as $k => $port) {
            if (abs(($port->tube->perveance ?? 1.0) / ($ports[$k]->tube->perveance ?? 1.0) - 1.0) > self::AS_WARM) {
                return new self($ports, $this->cycle, $this->lampOhms, $this->conductance, $this->coreVolts, $this->primaryAmperes, $this->peakVolts, warmth: $this->warmth);
            }
        }

        return $this;
    }

    /**
     * The same with its rectifiers stepped through a period.
     *
     * @param list<Port> $ports as warm as that leaves them
     */
    public function stepped(array $ports, CathodeWarmth $warmth, SteadyPeriod $period, ReducedLoad $load, float $lampOhms, float $lampMiss, float $conductance): self
    {
        return new self($ports, $period->cycle, $lampOhms, $conductance, $period->cycle->coreVolts, $period->cycle->primaryAmperes, $this->peakVolts, $period, $load, [$this->lampOhms, $lampMiss], $warmth);
    }
}
