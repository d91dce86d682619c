<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Netlist;

/** Finds what a winding belongs to. */
final class Windings
{
    /** @return list<string> ids of windings that share a core with others of the DC circuit */
    public static function coupled(Netlist $netlist): array
    {
        $ids = [];
        foreach ($netlist->all(CoupledWindings::class) as $transformer) {
            array_push($ids, ...array_map(static fn ($w): string => $w->id, $transformer->windings));
        }

        return $ids;
    }

    /** @return list<string> of the mains transformers: their primaries, and their secondaries */
    public static function ofMains(Netlist $netlist): array
    {
        $ids = [];
        foreach ($netlist->all(MainsTransformer::class) as $id => $transformer) {
            array_push($ids, $id.'/primary', ...array_map(strval(...), array_keys($transformer->windings)));
        }

        return $ids;
    }

    public static function find(Netlist $netlist, string $winding): CoupledWindings|MainsTransformer|Inductor|null
    {
        foreach ($netlist->elements as $id => $element) {
            $owns = match (true) {
                $element instanceof CoupledWindings => null !== $element->winding($winding),
                $element instanceof MainsTransformer => isset($element->windings[$winding]) || $winding === $id.'/primary',
                default => $element instanceof Inductor && $winding === $id,
            };
            if ($owns && ($element instanceof CoupledWindings || $element instanceof MainsTransformer || $element instanceof Inductor)) {
                return $element;
            }
        }

        return null;
    }
}
