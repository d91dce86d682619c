<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Numeric\Pattern;

/** A netlist turned into flat lists that the solver walks: made once per topology, then solved often. */
final readonly class CompiledCircuit
{
    /**
     * @param list<Conductance>            $conductances
     * @param list<array{int, int, float}> $sources      currents out of the first node into the second
     * @param list<TubeStage>              $tubes
     * @param list<DiodeStage>             $diodes
     * @param list<MainsSupply>            $supplies
     * @param list<float>                  $linear       matrix values of all conductances, by slot, the waste slot last
     * @param list<float>                  $drive        right-hand side of all sources, by node, the chassis last
     * @param array<int, true>             $floating     nodes without a path to the chassis
     */
    public function __construct(
        public Netlist $netlist,
        public NodeMap $nodes,
        public Pattern $pattern,
        public array $conductances,
        public array $sources,
        public array $tubes,
        public array $diodes,
        public array $supplies,
        public array $linear,
        public array $drive,
        public array $floating,
        public Factors $factors,
        public Reactances $reactances,
    ) {
    }

    /**
     * The same topology at one instant: other conductances and drives, tubes and supplies as warm as they are.
     *
     * @param list<float>       $linear
     * @param list<float>       $drive
     * @param list<TubeStage>   $tubes
     * @param list<MainsSupply> $supplies
     */
    public function at(array $linear, array $drive, array $tubes, array $supplies): self
    {
        return new self($this->netlist, $this->nodes, $this->pattern, $this->conductances, $this->sources, $tubes, $this->diodes, $supplies, $linear, $drive, $this->floating, $this->factors, $this->reactances);
    }

    public function size(): int
    {
        return $this->pattern->size;
    }

    /**
     * A matrix of this circuit on the wider pattern of its reactances, the resistance of inductors taken out: it belongs to their
     * impedance there.
     *
     * @param array<int, float> $a siemens by slot of the circuit's own pattern
     *
     * @return list<float> siemens by slot of the wider one
     */
    public function withoutInductors(array $a): array
    {
        $wider = $this->reactances->pattern();
        $size = $this->size();
        $values = array_fill(0, $wider->slotCount + 1, 0.0);
        foreach ($this->pattern->slots() as $place => $slot) {
            $values[$wider->slot(intdiv($place, $size), $place % $size)] += $a[$slot];
        }
        foreach ($this->conductances as $c) {
            if (isset($this->reactances->inductive[$c->id])) {
                $wider->add($values, $c->a, $c->b, -$c->siemens);
            }
        }

        return array_values($values);
    }
}
