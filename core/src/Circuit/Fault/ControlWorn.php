<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Tube\TubeCatalogue;

/** A control whose wiper touches its track badly. */
final readonly class ControlWorn implements FaultKind
{
    public function id(): string
    {
        return 'control-worn';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return array_map(strval(...), array_keys($fitted->netlist->all(Potentiometer::class)));
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 1.0, 1e10, [100e3, 1e9]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $pot = $fitted->netlist->find($subject);
        if (!$pot instanceof Potentiometer) {
            throw new \LogicException($subject.' is no control');
        }
        $track = $subject.'~track';

        // An end that is joined to its wiper by the drawing stays joined to the lug, not to the track.
        return $fitted->with($subject, new Potentiometer($subject, $pot->top, $track, $pot->bottom, $pot->ohms, $pot->context))->with($subject.'~wiper', new Resistor($subject.'~wiper', $track, $pot->wiper, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [];
    }
}
