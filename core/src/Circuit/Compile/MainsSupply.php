<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Tube\Model\RectifierModel;

/** A mains transformer with everything that it feeds. */
final readonly class MainsSupply
{
    /**
     * @param int                   $number      among the transformers of the circuit
     * @param list<Port>            $ports
     * @param list<list<list<int>>> $slots       for ports k and l the four slots (k+,l+), (k+,l−), (k−,l+), (k−,l−)
     * @param list<HeaterLoad>      $heaters
     * @param float                 $loopSiemens of shorted turns, as seen at the core
     * @param FilamentMemory|null   $lamp        of the limiter's lamps at one instant; null where all is as warm as it will be
     */
    public function __construct(
        public int $number,
        public string $id,
        public float $ratedVolts,
        public float $hertz,
        public float $primaryOhms,
        public array $ports,
        public array $slots,
        public array $heaters,
        public float $loopSiemens = 0.0,
        public ?FilamentMemory $lamp = null,
    ) {
    }

    /**
     * The same at one instant, its rectifiers and heaters as warm as they are.
     *
     * @param list<Port>       $ports
     * @param list<HeaterLoad> $heaters
     */
    public function at(array $ports, array $heaters, FilamentMemory $lamp): self
    {
        return new self($this->number, $this->id, $this->ratedVolts, $this->hertz, $this->primaryOhms, $ports, $this->slots, $heaters, $this->loopSiemens, $lamp);
    }

    /**
     * Its rectifiers with their cathodes as warm as this share of the mains makes them.
     *
     * @return list<Port>
     */
    public function portsAt(float $coreVolts): array
    {
        $warmth = null === $this->lamp ? RectifierModel::warmth($coreVolts / $this->ratedVolts) : 1.0;

        return 1.0 === $warmth ? $this->ports : array_map(static fn (Port $p): Port => $p->warmed($warmth), $this->ports);
    }

    /** Whether its rectifier tubes are not yet as warm as the core makes them. */
    public function warms(float $warmVolts, float $coreVolts): bool
    {
        return null === $this->lamp && abs(RectifierModel::warmth($warmVolts / $this->ratedVolts) - RectifierModel::warmth($coreVolts / $this->ratedVolts)) > 1e-6 && [] !== array_filter($this->ports, static fn (Port $p): bool => null !== $p->tube);
    }

    /**
     * Adds to a matrix how the currents of its rectifiers follow the volts of their ports.
     *
     * @param array<int, float>             $a      siemens by slot
     * @param array<int, array<int, float>> $slopes siemens by port and port
     */
    public function stamp(array &$a, array $slopes): void
    {
        foreach ($slopes as $k => $row) {
            foreach ($row as $l => $slope) {
                [$pp, $pm, $mp, $mm] = $this->slots[$k][$l];
                $a[$pp] -= $slope;
                $a[$pm] += $slope;
                $a[$mp] += $slope;
                $a[$mm] -= $slope;
            }
        }
    }

    /** Conductance of all heaters, and of turns that touch, as seen at the core of the transformer, siemens. */
    public function heaterConductance(float $coreVolts): float
    {
        $conductance = $this->loopSiemens;
        foreach ($this->heaters as $heaters) {
            $conductance += $heaters->conductance($coreVolts);
        }

        return $conductance;
    }
}
