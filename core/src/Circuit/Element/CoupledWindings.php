<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** Windings on one core, each pair coupled alike: an output transformer with its taps. */
final readonly class CoupledWindings implements Element
{
    /**
     * @param list<Winding> $windings at most a dozen
     * @param float         $coupling between any two, above 0 and below 1
     */
    public function __construct(public string $id, public array $windings, public float $coupling = 0.9995)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function winding(string $id): ?Winding
    {
        foreach ($this->windings as $winding) {
            if ($winding->id === $id) {
                return $winding;
            }
        }

        return null;
    }

    public function places(): array
    {
        $places = [];
        foreach ($this->windings as $winding) {
            array_push($places, $winding->start, $winding->end);
        }

        return $places;
    }
}
