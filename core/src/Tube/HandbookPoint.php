<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** A typical operating point as a handbook gives it; volts against the cathode. */
final readonly class HandbookPoint
{
    /** @param bool $fitted whether the model was fitted to it; the others only check the model */
    public function __construct(
        public bool $fitted,
        public float $plateVolts,
        public ?float $gridVolts,
        public ?float $screenVolts,
        public float $plateAmperes,
        public ?float $screenAmperes,
        public ?float $transconductanceSiemens,
        public ?float $plateResistanceOhms,
        public string $source,
    ) {
    }
}
