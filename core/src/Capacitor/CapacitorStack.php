<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** Two equal capacitors in series, each with its balancing resistor (CAP-9). */
final readonly class CapacitorStack
{
    /**
     * @param float $eachFarads     of each of the two
     * @param float $ratedVolts     of each
     * @param float $balancingOhms  across each
     * @param float $balancingWatts in each
     * @param float $shareVolts     across each, were they alike
     */
    public function __construct(public float $eachFarads, public float $ratedVolts, public float $balancingOhms, public float $balancingWatts, public float $shareVolts)
    {
    }

    /** @return array{each: float, ratedVolts: float, balancingOhms: float, balancingWatts: float, shareVolts: float} */
    public function toArray(): array
    {
        return ['each' => $this->eachFarads, 'ratedVolts' => $this->ratedVolts, 'balancingOhms' => $this->balancingOhms, 'balancingWatts' => $this->balancingWatts, 'shareVolts' => $this->shareVolts];
    }
}
