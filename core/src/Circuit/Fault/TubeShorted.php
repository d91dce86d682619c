<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeCatalogue;

/** Two electrodes of one system touch: `V3.5+V3.8`. (Plate and cathode of a rectifier tube: DiodeShorted.) */
final readonly class TubeShorted implements FaultKind
{
    public function id(): string
    {
        return 'tube-shorted';
    }

    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        $pairs = [];
        foreach ($fitted->netlist->all(Tube::class) as $tube) {
            foreach ($tubes->find($tube->type)->sections ?? [] as $section) {
                $places = $section->model instanceof RectifierModel ? [] : $tube->placesOf($section->name, $section->pins);
                foreach ($places as $i => $a) {
                    array_push($pairs, ...array_map(static fn (string $b): string => $a.'+'.$b, \array_slice($places, $i + 1)));
                }
            }
        }

        return $pairs;
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 0.01, 1e7, [0.01]);
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        [$a, $b] = explode('+', $subject, 2);

        return $fitted->with($subject, new Resistor($subject, $a, $b, $severity, 0.0));
    }

    public function cannotChange(): array
    {
        return [Observable::HeaterVolts];
    }
}
