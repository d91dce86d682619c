<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\RectifierDamage;
use Yew\Core\Circuit\Element\RectifierKind;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\PartExchange;
use Yew\Core\Tube\TubeCatalogue;

/** A broken winding: of output transformer, choke, mains transformer (`T1/primary`, `T1/ht`), or one half of a tapped one (`D1/half`). */
final readonly class WindingOpen implements FaultKind
{
    /** Of a choke inside a rectifier that is broken, ohms: less than any insulation, far above any wire. */
    private const OPEN_OHMS = 1e9;

    public function id(): string
    {
        return 'winding-open';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $subjects = Windings::coupled($fitted->netlist);
        foreach ($fitted->netlist->elements as $element) {
            $id = $element->id();
            array_push($subjects, ...match (true) {
                $element instanceof Inductor => [$id],
                $element instanceof MainsTransformer => [$id.'/primary', ...array_map(strval(...), array_keys($element->windings))],
                $element instanceof Rectifier => [...(null === $element->choke ? [] : [$id.'/choke']), ...(\in_array($element->kind, [RectifierKind::CentreTap, RectifierKind::ChokeInput], true) ? [$id.'/half'] : [])],
                default => [],
            });
        }

        return $subjects;
    }

    public function severity(): null
    {
        return null;
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $winding = Windings::find($fitted->netlist, $subject);
        if ($winding instanceof CoupledWindings) {
            return $fitted->with($winding->id, PartExchange::opened($winding, $subject));
        }
        if ($winding instanceof MainsTransformer) {
            $open = $winding->windings[$subject] ?? null;

            return $fitted->with($winding->id, null === $open ? $winding->opened() : $winding->rewound(new SupplyWinding($open->id, $open->volts, $open->ohms, true)));
        }
        $rectifier = $fitted->netlist->find(explode('/', $subject)[0]);
        if ($rectifier instanceof Rectifier) {
            return $fitted->with($rectifier->id, str_ends_with($subject, '/half') ? $rectifier->damaged(RectifierDamage::OneOpen) : $rectifier->choked($rectifier->choke[0] ?? 0.0, self::OPEN_OHMS));
        }

        return $fitted->with($subject, null);
    }

    public function cannotChange(): array
    {
        return [Observable::Tap];
    }
}
