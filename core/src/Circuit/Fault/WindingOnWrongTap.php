<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Tube\TubeCatalogue;

/** The load on another tap of the output transformer: so many times the ohms that the tap is meant for. */
final readonly class WindingOnWrongTap implements FaultKind
{
    public function id(): string
    {
        return 'tap-wrong';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return array_values(array_filter(Windings::coupled($fitted->netlist), static fn (string $w): bool => str_ends_with($w, '/secondary')));
    }

    public function severity(): Severity
    {
        return new Severity('times', 0.1, 10.0, [0.5, 2.0]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $core = Windings::find($fitted->netlist, $subject);
        if (!$core instanceof CoupledWindings) {
            throw new \LogicException('no winding '.$subject);
        }
        $windings = array_map(static fn (Winding $w): Winding => $w->id === $subject ? new Winding($w->id, $w->start, $w->end, $w->henries * $severity, $w->ohms * $severity) : $w, $core->windings);

        return $fitted->with($core->id, new CoupledWindings($core->id, $windings, $core->coupling));
    }

    public function cannotChange(): array
    {
        return [Observable::Direct, Observable::HeaterVolts, Observable::MainsAmperes, Observable::Tap];
    }
}
