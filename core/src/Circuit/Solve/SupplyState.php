<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Supply\ChargingCycle;

/** What a mains transformer does at a solution. */
final readonly class SupplyState
{
    /**
     * @param ChargingCycle|null $cycle          of its capacitor-input rectifiers; null when it has none
     * @param float              $lampOhms       0 without a lamp
     * @param float              $conductance    of heaters and choke inputs, seen at the core, siemens
     * @param float              $coreVolts      RMS
     * @param float              $primaryAmperes RMS
     * @param list<float>        $lift           volts by which each port's mean output lies below what stiff reservoirs would give
     * @param list<float>        $chokeAmperes   mean DC of each choke input
     * @param float              $peakVolts      of the mains at the inlet
     */
    public function __construct(
        public ?ChargingCycle $cycle,
        public float $lampOhms,
        public float $conductance,
        public float $coreVolts,
        public float $primaryAmperes,
        public array $lift,
        public array $chokeAmperes,
        public float $peakVolts,
    ) {
    }
}
