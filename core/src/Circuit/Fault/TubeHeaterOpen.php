<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** A heater that is broken: the tube is dead and dark, and its winding carries less. */
final readonly class TubeHeaterOpen extends TubeFault
{
    public function id(): string
    {
        return 'tube-heater-open';
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        foreach ($fitted->netlist->all(Heaters::class) as $id => $heaters) {
            if (\in_array($subject, $heaters->positions, true)) {
                $fitted = $fitted->with($id, new Heaters($id, $heaters->winding, array_values(array_diff($heaters->positions, [$subject])), $heaters->volts, $heaters->reference, $heaters->amperes));
            }
        }

        return TubeDead::silenced($fitted, $subject);
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }

    protected function befalls(TubeType $type): bool
    {
        return null !== $type->heaterVolts;
    }
}
