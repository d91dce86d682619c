<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Port;

/** A DC operating point. */
final readonly class Solution
{
    /** Above this source resistance leakage alone decides what a node does, ohms (our choice). */
    public const LEAKAGE_OHMS = 5e7;

    /** Ripple over mean volts from which on a reservoir counts as starved: it runs as good as empty in every period (our choice). */
    private const STARVED = 0.9;
    /** Of the volts that a rectifier could give: what stands on less is shorted, not starved (our choice). */
    private const SHORTED = 0.02;

    /**
     * @param array<int, float>                             $volts    by node, the chassis last
     * @param array<int, float>                             $factored the factored matrix at the solution, by slot
     * @param list<SupplyState>                             $supplies one per mains transformer
     * @param array<int, float>                             $moving   volts by which nodes still moved when the iterations ended; none at rest
     * @param array<int, true>                              $unsolved nodes of islands that have no answer
     * @param array<int, array{float, float, float, float}> $excess   plate and screen amperes that a stage draws in the mean over those at its mean volts, and by which shares its currents follow ripple more than their slopes
     */
    public function __construct(public CompiledCircuit $circuit, public SolveConditions $conditions, public array $volts, public array $factored, public array $supplies, public int $iterations, public array $moving = [], public array $unsolved = [], public array $excess = [])
    {
    }

    /** @param list<SupplyState> $supplies as they are when looked at again */
    public function with(array $supplies): self
    {
        return new self($this->circuit, $this->conditions, $this->volts, $this->factored, $supplies, $this->iterations, $this->moving, $this->unsolved, $this->excess);
    }

    /**
     * Volts to begin from, of which nothing else is known.
     *
     * @param array<int, float> $volts by node, the chassis last
     */
    public static function still(CompiledCircuit $circuit, SolveConditions $conditions, array $volts): self
    {
        return new self($circuit, $conditions, $volts, $circuit->linear, [], 0, [], [], []);
    }

    /** The same volts in a circuit of the same topology. */
    public function of(CompiledCircuit $circuit): self
    {
        return new self($circuit, $this->conditions, $this->volts, $this->factored, $this->supplies, $this->iterations, $this->moving, $this->unsolved, $this->excess);
    }

    /** The same seen from conditions that come to this one. */
    public function under(SolveConditions $conditions): self
    {
        return new self($this->circuit, $conditions, $this->volts, $this->factored, $this->supplies, $this->iterations, $this->moving, $this->unsolved, $this->excess);
    }

    /** @param array<int, array{float, float, float, float}> $excess */
    public function exceeding(array $excess): self
    {
        return new self($this->circuit, $this->conditions, $this->volts, $this->factored, $this->supplies, $this->iterations, $this->moving, $this->unsolved, $excess);
    }

    /** @param array<int, float> $moving */
    public function moving(array $moving): self
    {
        return new self($this->circuit, $this->conditions, $this->volts, $this->factored, $this->supplies, $this->iterations, $moving, $this->unsolved, $this->excess);
    }

    /** @param array<int, true> $unsolved nodes whose volts mean nothing */
    public function without(array $unsolved): self
    {
        return new self($this->circuit, $this->conditions, $this->volts, $this->factored, $this->supplies, $this->iterations, [], $unsolved, $this->excess);
    }

    /** After a neighbour helped: its stepped periods still do, but what hung on its rectifiers must be looked at anew. */
    public function forgettingLoads(): self
    {
        return $this->with(array_map(static fn (SupplyState $s): SupplyState => $s->withoutLoad(), $this->supplies));
    }

    /** Volts across a port of a rectifier. */
    public function across(Port $port): float
    {
        return $this->volts[$port->plus] - $this->volts[$port->minus];
    }

    /** What the whole unit takes from the mains, amperes RMS: the sum over its transformers. */
    public function primaryAmperes(): float
    {
        return array_sum(array_map(static fn (SupplyState $s): float => $s->primaryAmperes, $this->supplies));
    }

    /** Whether no model holds for the part of the circuit around this place: its volts mean nothing. */
    public function cannotSolve(string $place): bool
    {
        return isset($this->unsolved[$this->circuit->nodes->number($place)]);
    }

    /** Volts at a place against the chassis; null where it floats or has no answer. */
    public function answered(string $place): ?float
    {
        return $this->isFloating($place) || $this->cannotSolve($place) ? null : $this->at($place);
    }

    /** @return list<string> places whose reservoir runs as good as empty in every period */
    public function starved(): array
    {
        return array_column(array_filter($this->rippling(), static fn (array $r): bool => $r['rippleVolts'] > self::STARVED * $r['volts']), 'place');
    }

    /** @return list<array{place: string, volts: float, rippleVolts: float}> reservoirs too small to be stiff, with their mean and peak-to-peak volts */
    public function rippling(): array
    {
        $rippling = [];
        foreach ($this->supplies as $state) {
            foreach ($state->ports as $k => $port) {
                $volts = abs($state->period->volts[$k] ?? 0.0);
                $rectifier = $this->circuit->netlist->find($port->rectifier);
                // Before an input choke nothing is meant to be held.
                if ($rectifier instanceof Rectifier && null === $rectifier->choke && $volts > self::SHORTED * $port->topVolts($state->peakVolts)) {
                    $node = $port->plus === $this->circuit->size() ? $port->minus : $port->plus;
                    $rippling[] = ['place' => $this->circuit->nodes->names[$node], 'volts' => $volts, 'rippleVolts' => $state->period->waveforms[$k]->peakToPeakVolts ?? 0.0];
                }
            }
        }

        return $rippling;
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
