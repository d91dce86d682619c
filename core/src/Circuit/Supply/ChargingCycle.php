<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** What the rectifiers on one transformer do over a period of the mains. */
final readonly class ChargingCycle
{
    /**
     * @param array<int, float>             $current        mean DC of each port, amperes
     * @param array<int, array<int, float>> $slope          of each port's current by each port's volts, siemens
     * @param array<int, float>             $windingSquare  mean square of the current in each port's winding, A²
     * @param array<int, float>             $peak           highest charging current of each port, amperes
     * @param float                         $primaryAmperes RMS
     * @param float                         $coreVolts      RMS across the ideal primary, behind its resistance
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

    /** Nothing flows yet. */
    public static function none(int $ports): self
    {
        $zero = array_fill(0, $ports, 0.0);

        return new self($zero, array_fill(0, $ports, $zero), $zero, $zero, 0.0, 0.0);
    }

    /**
     * The same with a little more or less flowing.
     *
     * @param array<int, float>             $current
     * @param array<int, array<int, float>> $slope
     */
    public function withCurrent(array $current, array $slope): self
    {
        return new self($current, $slope, $this->windingSquare, $this->peak, $this->primaryAmperes, $this->coreVolts);
    }
}
