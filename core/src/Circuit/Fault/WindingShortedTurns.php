<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Element\SupplyWinding;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/**
 * A share of a winding's turns touch each other: they load the core like a winding of their own that is shorted, and are missing
 * from the rest.
 */
final readonly class WindingShortedTurns implements FaultKind
{
    public function id(): string
    {
        return 'winding-shorted-turns';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return [...Windings::coupled($fitted->netlist), ...Windings::ofMains($fitted->netlist)];
    }

    public function severity(): Severity
    {
        return new Severity('share', 0.001, 0.5, [0.02, 0.2]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $core = Windings::find($fitted->netlist, $subject);

        return match (true) {
            $core instanceof CoupledWindings => $fitted->with($core->id, self::coupled($core, $subject, $severity)),
            $core instanceof MainsTransformer => $fitted->with($core->id, self::mains($core, $subject, $severity)),
            default => throw new \LogicException('no winding '.$subject),
        };
    }

    public function cannotChange(): array
    {
        return [Observable::Tap];
    }

    private static function coupled(CoupledWindings $core, string $id, float $share): CoupledWindings
    {
        $windings = [];
        foreach ($core->windings as $w) {
            if ($w->id !== $id) {
                $windings[] = $w;
                continue;
            }
            $windings[] = new Winding($w->id, $w->start, $w->end, $w->henries * (1.0 - $share) ** 2, $w->ohms * (1.0 - $share));
            $windings[] = new Winding($w->id.'~loop', Netlist::CHASSIS, Netlist::CHASSIS, $w->henries * $share ** 2, $w->ohms * $share);
        }

        return new CoupledWindings($core->id, $windings, $core->coupling);
    }

    private static function mains(MainsTransformer $core, string $id, float $share): MainsTransformer
    {
        $winding = $core->windings[$id] ?? null;
        if (null === $winding) {
            return $core->looped($share / max(self::LEAST_OHMS, $core->primaryOhms), 1.0 - $share);
        }
        $turns = $winding->volts / $core->ratedVolts;

        return $core->rewound(new SupplyWinding($winding->id, $winding->volts * (1.0 - $share), $winding->ohms * (1.0 - $share), $winding->open))->looped($share * $turns * $turns / max(self::LEAST_OHMS, $winding->ohms));
    }

    /** Of a winding whose wire nobody measured. */
    private const LEAST_OHMS = 0.01;
}
