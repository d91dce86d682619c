<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Place;

/**
 * How a new part is read back in its place (WORK-1): from each lead to where it leads, across the part, and to the neighbours that a
 * bead of solder would reach; each with the ohms that the circuit puts there, everything cold.
 */
final class DrawnLeads
{
    /** Less than this between neighbours cannot be told from a bead of solder: nothing is asked there, ohms (our choice). */
    public const LEAST_APART_OHMS = 100.0;

    /** @var array<int, list<string>> parts by node */
    private array $parts = [];
    /** @var array<int, string> */
    private array $rails = [];

    private function __construct(private readonly CircuitAtWork $circuit)
    {
        foreach ($circuit->fitted->netlist->elements as $id => $element) {
            foreach ($element->places() as $place) {
                $this->parts[$this->node($place)][] = $id;
            }
        }
        foreach (array_reverse($circuit->drawn->rails()) as $rail) {
            $this->rails[$this->node($rail->id)] = $rail->id;
        }
    }

    /** @return array<string, list<DrawnLead>> by part: resistors, capacitors, chokes, transformers with windings in the circuit */
    public static function of(CircuitAtWork $circuit): array
    {
        $drawn = new self($circuit);
        $leads = [];
        foreach ($circuit->fitted->netlist->elements as $id => $element) {
            if ($element instanceof Resistor || $element instanceof Capacitor || $element instanceof Inductor) {
                $leads[$id] = $drawn->ofPart($element);
            } elseif ($element instanceof CoupledWindings) {
                $leads[$id] = $drawn->ofWindings($element);
            }
        }

        return $leads;
    }

    /** @return list<DrawnLead> */
    private function ofPart(Element $part): array
    {
        [$a, $b] = \array_slice($part->places(), 0, 2);
        [$here, $there] = [$this->probe($a, $part->id()), $this->probe($b, $part->id())];
        $joined = $apart = [];
        foreach ([$here, $there] as $probe) {
            $joined[$probe] = new DrawnLead($part->id(), $probe, 'joined', 0.0);
        }
        foreach ([$a, $b] as $place) {
            foreach ($this->neighbours($place) as $pin => $ohms) {
                $apart[$pin] ??= new DrawnLead($this->probe($place, $part->id()), $pin, 'apart', $ohms);
            }
        }
        $across = Netlist::CHASSIS === $here ? [$there, $here] : [$here, $there];

        return [...array_values($joined), ...($here === $there ? [] : [new DrawnLead($across[0], $across[1], 'across', $this->circuit->cold->ohms($a, $b))]), ...array_values($apart)];
    }

    /** @return list<DrawnLead> from the middle of each winding’s supply to the pins that it feeds */
    private function ofWindings(CoupledWindings $transformer): array
    {
        $leads = [];
        foreach ($transformer->windings as $winding) {
            [$from, $to] = [$this->probe($winding->start, $transformer->id), $this->probe($winding->end, $transformer->id)];
            if (null !== Place::pin($from)) {
                [$from, $to] = [$to, $from];
            }
            if (null !== Place::pin($to) && $from !== $to) {
                $leads[$from.$to] = new DrawnLead($from, $to, 'across', $this->circuit->cold->ohms($winding->start, $winding->end));
            }
        }

        return array_values($leads);
    }

    /** Where a probe can be put on a node: the chassis, a rail, or a pin; else another part that is joined there. */
    private function probe(string $place, string $part): string
    {
        $node = $this->node($place);
        if ($node === $this->circuit->working->circuit->nodes->size()) {
            return Netlist::CHASSIS;
        }
        $others = array_values(array_filter($this->parts[$node] ?? [], static fn (string $id): bool => $id !== $part && !str_contains($id, '/')));

        return $this->rails[$node] ?? $this->pin($place) ?? $others[0] ?? $place;
    }

    /** The first socket pin on a node. */
    private function pin(string $place): ?string
    {
        $pin = $this->circuit->pinsAt($place)[0] ?? null;

        return null === $pin ? null : Place::ofPin($pin->tube, $pin->pin);
    }

    /**
     * Electrodes on the two pins beside a soldered one, with the ohms that the circuit puts between them and it.
     *
     * @return array<string, float|null> by place
     */
    private function neighbours(string $place): array
    {
        $node = $this->node($place);
        $soldered = isset($this->rails[$node]) || $node === $this->circuit->working->circuit->nodes->size() ? null : Place::pin($this->pin($place) ?? '');
        if (null === $soldered) {
            return [];
        }
        $found = [];
        $electrodes = DrawnPaths::electrodes($this->circuit, $soldered->tube);
        $last = max([0, ...array_keys($electrodes)]);
        foreach ([$soldered->pin - 1, $soldered->pin + 1] as $number) {
            $beside = match ($number) {
                0 => $last, $last + 1 => 1, default => $number,
            };
            $other = Place::ofPin($soldered->tube, $beside);
            if ('heater' === ($electrodes[$beside] ?? 'heater') || !$this->circuit->working->circuit->nodes->has($other) || $this->node($other) === $node) {
                continue;
            }
            $ohms = $this->circuit->cold->ohms($place, $other);
            if (null === $ohms || $ohms >= self::LEAST_APART_OHMS) {
                $found[$other] = $ohms;
            }
        }

        return $found;
    }

    private function node(string $place): int
    {
        $nodes = $this->circuit->working->circuit->nodes;

        return $nodes->has($place) ? $nodes->number($place) : -1;
    }
}
