<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Place;

/** What stands around each tube of a circuit, found by following its pins. */
final readonly class DrawnTubes
{
    /** A resistor of less than this at an electrode is a stopper: what hangs behind it hangs at the electrode, ohms (our choice). */
    private const STOPPER_OHMS = 100e3;
    /** A grid that returns to less than this is biased by a supply, volts (our choice). */
    private const BIAS_VOLTS = -1.0;

    /**
     * @param array<int, array<string, int|null>> $joins parts by node, with the node at their other end where one may look through them
     * @param array<int, true>                    $rails nodes where a search ends: every part of the amplifier hangs there
     */
    private function __construct(private CircuitAtWork $circuit, private array $joins, private array $rails)
    {
    }

    /** @return array<string, DrawnTube> by position */
    public static function of(CircuitAtWork $circuit): array
    {
        $nodes = $circuit->working->circuit->nodes;
        $rails = array_map($nodes->number(...), array_keys($circuit->drawn->rails()));
        $self = new self($circuit, self::joins($circuit), array_fill_keys([...$rails, $nodes->size()], true));
        $drawn = [];
        foreach (array_keys($circuit->sheet->tubes) as $position) {
            $drawn[$position] = $self->tube($position);
        }

        return $drawn;
    }

    private function tube(string $position): DrawnTube
    {
        $nodes = $this->circuit->working->circuit->nodes;
        $parts = [];
        foreach (DrawnPaths::electrodes($this->circuit, $position) as $pin => $electrode) {
            $place = Place::ofPin($position, $pin);
            if ($nodes->has($place)) {
                $parts[$electrode] = array_values(array_unique([...$parts[$electrode] ?? [], ...$this->around($nodes->number($place))]));
            }
        }
        $ohms = [];
        $fixed = false;
        $type = $this->circuit->tubes->find($this->circuit->fitted->netlist->tube($position)->type ?? '');
        foreach ($type->sections ?? [] as $section) {
            $grid = isset($section->pins['grid']) ? Place::ofPin($position, $section->pins['grid']) : null;
            foreach (null === $grid ? [] : DrawnPaths::through($this->circuit, $position) as $path) {
                if ($path->to === $grid) {
                    $ohms[$section->name] = $path->ohms;
                    $fixed = $fixed || (Netlist::CHASSIS !== $path->from && $this->circuit->working->at($path->from) < self::BIAS_VOLTS) || $this->isBiased($position, $grid);
                }
            }
        }

        return new DrawnTube($position, $parts + $this->charged($position), $ohms, $fixed, $this->isPaired($position));
    }

    /** Whether the grid of an output tube returns to a bias supply over trims and dividers of its own, whatever that supply gives just now. */
    private function isBiased(string $position, string $grid): bool
    {
        return ($this->circuit->sheet->tubes[$position]->output ?? false) && (GridReturn::of($this->circuit, $position, $grid)->isBiased || $this->circuit->working->at($grid) < self::BIAS_VOLTS);
    }

    /**
     * Parts at a node, and those behind a stopper there.
     *
     * @return list<string>
     */
    private function around(int $node): array
    {
        $found = [];
        foreach (isset($this->rails[$node]) ? [] : $this->joins[$node] ?? [] as $id => $behind) {
            $found[] = $id;
            if (null !== $behind && !isset($this->rails[$behind])) {
                array_push($found, ...array_keys($this->joins[$behind] ?? []));
            }
        }

        return array_values(array_unique($found));
    }

    /** @return array<string, list<string>> of a rectifier: what it charges, and the transformer that feeds it */
    private function charged(string $position): array
    {
        $parts = [];
        foreach ($this->circuit->fitted->netlist->all(Rectifier::class) as $rectifier) {
            if ($rectifier->tube === $position) {
                $parts['reservoir'] = $rectifier->reservoirs;
                $parts['winding'] = [explode('/', $rectifier->winding)[0]];
            }
        }

        return $parts;
    }

    private function isPaired(string $position): bool
    {
        foreach ($this->circuit->drawn->blocks as $block) {
            // One that needs a single triode is called by it: V3/1.
            if ('inverter' === $block->kind && $block->id === $position) {
                return true;
            }
        }

        return false;
    }

    /** @return array<int, array<string, int|null>> */
    private static function joins(CircuitAtWork $circuit): array
    {
        $nodes = $circuit->working->circuit->nodes;
        $joins = [];
        foreach ($circuit->fitted->netlist->elements as $element) {
            $ends = match (true) {
                $element instanceof Resistor, $element instanceof Inductor => [$element->a, $element->b],
                $element instanceof Capacitor => [$element->plus, $element->minus],
                $element instanceof Potentiometer => [$element->top, $element->wiper, $element->bottom],
                $element instanceof CoupledWindings => array_merge(...array_map(static fn (Winding $w): array => [$w->start, $w->end], $element->windings)),
                default => [],
            };
            if ($element instanceof MainsTransformer || str_ends_with($element->id(), '/load')) {
                continue;
            }
            foreach ($ends as $end) {
                $other = $element instanceof Resistor && $element->ohms < self::STOPPER_OHMS ? ($end === $element->a ? $element->b : $element->a) : null;
                if ($nodes->has($end)) {
                    $joins[$nodes->number($end)][$element->id()] = null === $other || !$nodes->has($other) ? null : $nodes->number($other);
                }
            }
        }

        return $joins;
    }
}
