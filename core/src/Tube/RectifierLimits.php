<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** What a rectifier tube stands (CAP-9): inverse volts, peak and mean current, first reservoir with its supply resistance. */
final readonly class RectifierLimits
{
    public function __construct(
        public float $peakInverseVolts,
        public float $peakPlateAmperes,
        public float $outputAmperes,
        public ?float $inputFarads,
        public ?float $supplyOhmsPerPlate,
    ) {
    }
}
