<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\PartExchange;
use Yew\Core\Tube\TubeCatalogue;

/** The lead to a pin of a socket is broken (`V3.5`: everything that is wired there ends before it), or the wire between two parts. */
final readonly class LeadBroken implements FaultKind
{
    public function id(): string
    {
        return 'lead-broken';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $wired = [];
        foreach ($fitted->netlist->elements as $element) {
            $wired += $element instanceof Tube ? [] : array_fill_keys($element->places(), true);
        }
        $pins = [];
        foreach ($fitted->netlist->all(Tube::class) as $tube) {
            foreach ($tubes->find($tube->type)->sections ?? [] as $section) {
                foreach ($section->pins as $electrode => $pin) {
                    $place = $tube->place($section->name, $electrode, $pin);
                    $pins += isset($wired[$place]) ? [$place => true] : [];
                }
            }
        }
        $wires = array_keys(array_filter($fitted->netlist->all(Wire::class), static fn (Wire $w): bool => str_contains($w->id, '/')));

        return array_map(strval(...), [...array_keys($pins), ...$wires]);
    }

    public function severity(): null
    {
        return null;
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        if ($fitted->netlist->find($subject) instanceof Wire) {
            return $fitted->with($subject, null);
        }
        foreach ($fitted->netlist->elements as $element) {
            $fitted = \in_array($subject, $element->places(), true) && !$element instanceof Tube ? $fitted->with($element->id(), PartExchange::rewired($element, $subject, $subject.'~lead')) : $fitted;
        }

        return $fitted;
    }

    public function cannotChange(): array
    {
        return [];
    }
}
