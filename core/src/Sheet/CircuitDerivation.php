<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Circuit\Block\Rail;
use Yew\Core\Circuit\Compile\NodeMap;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\Capacitor as CircuitCapacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;

/** What follows from a circuit and therefore cannot be typed (contract §1): supply tree, parts, capacitors, what standby breaks. */
final readonly class CircuitDerivation
{
    /** @var array<int, string> the place that a node goes by: chassis, a rail, a socket pin, else the first drawn */
    private array $nameOf;

    private NodeMap $nodes;

    public function __construct(private DrawnCircuit $circuit)
    {
        $this->nodes = NodeMap::of($circuit->netlist);
        $names = [$this->nodes->size() => Netlist::CHASSIS];
        foreach (array_keys($circuit->rails()) as $rail) {
            $names[$this->nodes->number($rail)] ??= $rail;
        }
        foreach ($this->nodes->places() as $place => $node) {
            if (null !== Place::pin($place)) {
                $names[$node] ??= $place;
            }
        }
        foreach ($this->nodes->places() as $place => $node) {
            $names[$node] ??= $place;
        }
        $this->nameOf = $names;
    }

    /** @return array<string, SupplyNode> */
    public function nodes(): array
    {
        return array_map(static fn (Rail $r): SupplyNode => new SupplyNode($r->id, $r->name, $r->fedFrom, $r->through, $r->regulated, $r->channel), $this->circuit->rails());
    }

    public function rectifier(): string
    {
        $kinds = array_map(static fn (Rectifier $r): string => null !== $r->tube ? 'tube' : ($r->dropVolts > 5.0 ? 'selenium' : 'solid-state'), $this->circuit->netlist->all(Rectifier::class));

        return \in_array('tube', $kinds, true) ? 'tube' : (array_values($kinds)[0] ?? 'unknown');
    }

    /** What the standby breaks: `dc`, `ac` or `none`. */
    public function standby(): string
    {
        $kind = 'none';
        foreach ($this->circuit->rails() as $rail) {
            $kind = $rail->behind ?? $kind;
        }

        return $kind;
    }

    /** @return list<string> nodes without supply while standby is on */
    public function standbyBreaks(): array
    {
        $breaks = [];
        foreach ($this->circuit->rails() as $rail) {
            if (null !== $rail->behind || \in_array($rail->fedFrom, $breaks, true)) {
                $breaks[] = $rail->id;
            }
        }

        return $breaks;
    }

    /** @return list<Part> */
    public function parts(): array
    {
        $parts = [];
        foreach ($this->circuit->netlist->elements as $element) {
            if ($element instanceof Resistor) {
                $parts[] = new Part($element->id, 'resistor', $element->ohms, $this->at($element->a), $this->at($element->b), $element->tolerancePercent, $element->watts);
            } elseif ($element instanceof Potentiometer) {
                $parts[] = new Part($element->id, 'resistor', $element->ohms, $this->at($element->top), $this->at($element->bottom), 20.0, null);
            } elseif ($element instanceof Inductor) {
                $parts[] = new Part($element->id, 'choke', max(0.01, $element->ohms), $this->at($element->a), $this->at($element->b), 10.0, null);
            } elseif ($element instanceof CoupledWindings) {
                foreach ($element->windings as $winding) {
                    $parts[] = new Part($winding->id, 'winding', max(0.01, $winding->ohms), $this->at($winding->start), $this->at($winding->end), 10.0, null);
                }
            }
        }

        return array_values(array_filter($parts, static fn (Part $p): bool => $p->from !== $p->to));
    }

    /** @return list<Capacitor> those from a supply node to the chassis, or along a stack */
    public function capacitors(): array
    {
        $rails = $this->circuit->rails();
        $capacitors = [];
        foreach ($this->circuit->netlist->all(CircuitCapacitor::class) as $capacitor) {
            [$plus, $minus] = [$this->at($capacitor->plus), $this->at($capacitor->minus)];
            $node = isset($rails[$plus]) ? $plus : $minus;
            $other = $node === $plus ? $minus : $plus;
            if (isset($rails[$node]) && (Netlist::CHASSIS === $other || isset($rails[$other]))) {
                $capacitors[] = new Capacitor($capacitor->id, $node, $capacitor->farads, $capacitor->ratedVolts);
            }
        }

        return $capacitors;
    }

    /** Whether a place is part of the circuit: a rail, a pin in use, a node between parts. */
    public function has(string $place): bool
    {
        return $this->nodes->has($place);
    }

    /** The rail that feeds a place through resistors and windings, nearest first (JUDGE-4); null for what no rail reaches. */
    public function fedBy(string $place): ?string
    {
        if (!$this->nodes->has($place)) {
            return null;
        }
        $rails = $this->circuit->rails();
        $queue = [$this->nodes->number($place)];
        $seen = [$queue[0] => true];
        $links = $this->links();
        for ($i = 0; $i < \count($queue); ++$i) {
            $name = $this->nameOf[$queue[$i]] ?? '';
            if (isset($rails[$name])) {
                return $name;
            }
            foreach ($links[$queue[$i]] ?? [] as $next) {
                if (!isset($seen[$next]) && $next !== $this->nodes->size()) {
                    $seen[$next] = true;
                    $queue[] = $next;
                }
            }
        }

        return null;
    }

    /** @return array<int, list<int>> nodes joined by resistors, chokes and windings */
    private function links(): array
    {
        $links = [];
        $join = function (string $a, string $b) use (&$links): void {
            $links[$this->nodes->number($a)][] = $this->nodes->number($b);
            $links[$this->nodes->number($b)][] = $this->nodes->number($a);
        };
        foreach ($this->circuit->netlist->elements as $element) {
            if ($element instanceof Resistor || $element instanceof Inductor) {
                $join($element->a, $element->b);
            } elseif ($element instanceof CoupledWindings) {
                foreach ($element->windings as $winding) {
                    $join($winding->start, $winding->end);
                }
            }
        }

        return $links;
    }

    private function at(string $place): string
    {
        return $this->nameOf[$this->nodes->number($place)] ?? $place;
    }
}
