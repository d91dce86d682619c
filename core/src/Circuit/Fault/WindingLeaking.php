<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;

/** Insulation that has failed between a winding's outer end and the core, which stands on the chassis. */
final readonly class WindingLeaking implements FaultKind
{
    public function id(): string
    {
        return 'winding-leaking';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $all = [...Windings::coupled($fitted->netlist), ...array_map(strval(...), array_keys($fitted->netlist->all(Inductor::class)))];

        return array_values(array_filter($all, static fn (string $w): bool => Netlist::CHASSIS !== self::end($fitted->netlist, $w)));
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 0.01, 1e9, [100e3, 2e6]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $id = $subject.'~core';

        return $fitted->with($id, new Resistor($id, self::end($fitted->netlist, $subject), Netlist::CHASSIS, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [Observable::HeaterVolts, Observable::Tap];
    }

    private static function end(Netlist $netlist, string $winding): string
    {
        $core = Windings::find($netlist, $winding);

        return match (true) {
            $core instanceof CoupledWindings => $core->winding($winding)->start ?? Netlist::CHASSIS,
            $core instanceof Inductor => $core->a,
            default => Netlist::CHASSIS,
        };
    }
}
