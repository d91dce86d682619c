<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** A push-pull pair at full drive as a handbook gives it: mean currents of each tube, grids driven to zero volts. */
final readonly class FullDrivePoint
{
    /**
     * @param bool       $fitted       whether the model was fitted to it; the others only check the model
     * @param float      $plateVolts   of the supply
     * @param float      $screenOhms   in the lead that both screens share
     * @param float      $gridVolts    bias
     * @param float      $loadOhms     plate to plate
     * @param float      $plateAmperes mean of each tube
     * @param float|null $watts        into the load, as the handbook has it
     */
    public function __construct(
        public bool $fitted,
        public float $plateVolts,
        public float $screenVolts,
        public float $screenOhms,
        public float $gridVolts,
        public float $loadOhms,
        public float $plateAmperes,
        public ?float $screenAmperes,
        public ?float $watts,
        public string $source,
    ) {
    }
}
