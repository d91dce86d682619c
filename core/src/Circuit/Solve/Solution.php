<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Situation;

/** A DC operating point. */
final readonly class Solution
{
    /** Above this source resistance leakage alone decides what a node does, ohms (our choice). */
    public const LEAKAGE_OHMS = 5e7;

    /**
     * @param array<int, float> $volts    by node, the chassis last
     * @param array<int, float> $factored the factored matrix at the solution, by slot
     * @param list<SupplyState> $supplies one per mains transformer
     */
    public function __construct(public CompiledCircuit $circuit, public Situation $situation, public array $volts, public array $factored, public array $supplies, public int $iterations)
    {
    }

    /** @throws \LogicException for a place that the circuit lacks */
    public function at(string $place, string $against = Netlist::CHASSIS): float
    {
        return $this->volts[$this->circuit->nodes->number($place)] - $this->volts[$this->circuit->nodes->number($against)];
    }

    /** Nothing joins this place to the chassis: its volts mean nothing. */
    public function isFloating(string $place): bool
    {
        return isset($this->circuit->floating[$this->circuit->nodes->number($place)]);
    }

    /** @return array<string, float> volts against chassis by place */
    public function all(): array
    {
        return array_map(fn (int $node): float => $this->volts[$node], $this->circuit->nodes->places());
    }
}
