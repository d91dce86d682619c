<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** What the rectifiers on one transformer do over a period of the mains, their reservoirs taken as stiff. */
final readonly class ChargingCycle
{
    /**
     * @param list<float>       $current        mean DC of each port, amperes
     * @param list<list<float>> $slope          of each port's current by each port's volts, siemens
     * @param list<float>       $windingSquare  mean square of the current in each port's winding, A²
     * @param list<float>       $peak           highest charging current of each port, amperes
     * @param float             $primaryAmperes RMS
     * @param float             $coreVolts      RMS across the ideal primary, behind its resistance
     */
    public function __construct(
        public array $current,
        public array $slope,
        public array $windingSquare,
        public array $peak,
        public float $primaryAmperes,
        public float $coreVolts,
    ) {
    }
}
