<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Numeric\Pattern;

/** Everything of a circuit that no direct current shows: capacitors, chokes, coupled windings, and the pattern that they make with the rest. */
final class Reactances
{
    /** @var list<array{int, int, float}> nodes and farads */
    public readonly array $capacitors;

    /** @var list<array{int, int, float, float}> nodes, henries, ohms */
    public readonly array $chokes;

    /** @var list<array{float, list<array{int, int}>, list<float>, list<float>}> coupling; nodes, henries and copper resistance of each winding */
    public readonly array $coupled;

    /** @var array<string, true> ids whose resistance is part of an impedance */
    public readonly array $inductive;

    private ?Pattern $pattern = null;

    public function __construct(Netlist $netlist, NodeMap $nodes, Factors $factors, private readonly Pattern $atRest)
    {
        $capacitors = $chokes = $coupled = $inductive = [];
        $node = $nodes->number(...);
        foreach ($netlist->elements as $id => $element) {
            if ($element instanceof Capacitor) {
                $capacitors[] = [$node($element->plus), $node($element->minus), $element->farads * $factors->part($id)];
            } elseif ($element instanceof Inductor) {
                $chokes[] = [$node($element->a), $node($element->b), $element->henries, max(Compiler::LEAST_OHMS, $element->ohms * $factors->part($id))];
                $inductive[$id] = true;
            } elseif ($element instanceof Rectifier && null !== $element->choke) {
                $chokes[] = [$node($element->chokeInput()), $node($element->plus), $element->choke[0], max(Compiler::LEAST_OHMS, $element->choke[1] * $factors->part($id.'/choke'))];
                $inductive[$id.'/choke'] = true;
            } elseif ($element instanceof CoupledWindings) {
                $ends = array_map(static fn ($w): array => [$node($w->start), $node($w->end)], $element->windings);
                $coupled[] = [$element->coupling, $ends, array_map(static fn ($w): float => $w->henries, $element->windings), array_map(static fn ($w): float => max(Compiler::LEAST_OHMS, $w->ohms * $factors->windingOhms($w->id)), $element->windings)];
                foreach ($element->windings as $winding) {
                    $inductive[$winding->id] = true;
                }
            }
        }
        [$this->capacitors, $this->chokes, $this->coupled, $this->inductive] = [$capacitors, $chokes, $coupled, $inductive];
    }

    /** Entries of the DC matrix and those that capacitors and windings add. */
    public function pattern(): Pattern
    {
        return $this->pattern ??= new Pattern($this->atRest->size, $this->links());
    }

    /** Whether another circuit has the same capacitors and windings at the same nodes. */
    public function equals(self $other): bool
    {
        return $this->capacitors === $other->capacitors && $this->chokes === $other->chokes && $this->coupled === $other->coupled;
    }

    /** @return list<array{int, int}> */
    private function links(): array
    {
        $size = $this->atRest->size;
        $links = [];
        foreach ($this->atRest->slots() as $place => $_) {
            $links[] = [intdiv($place, $size), $place % $size];
        }
        foreach ([...$this->capacitors, ...$this->chokes] as [$a, $b]) {
            $links[] = [$a, $b];
        }
        foreach ($this->coupled as [, $ends]) {
            $all = array_merge(...$ends);
            foreach ($all as $a) {
                foreach ($all as $b) {
                    $links[] = [$a, $b];
                }
            }
        }

        return $links;
    }
}
