<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** The mains transformer: everything on it shares the drop in its primary. */
final readonly class MainsTransformer implements Element
{
    /**
     * @param float                        $ratedVolts  mains at which the windings give their volts
     * @param array<string, SupplyWinding> $windings    by id
     * @param float                        $primaryOhms of the wire
     */
    public function __construct(public string $id, public float $ratedVolts, public float $hertz, public float $primaryOhms, public array $windings)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [];
    }
}
