<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;

/**
 * Turns ratio and reflected impedance from two AC voltages, each as it was read (IRON-1, IRON-1a).
 *
 * The band counts the digits typed: 0.01 V on a 0.5 V secondary moves the impedance 4 % (JUDGE-7b). One meter's gain error
 * cancels in the ratio and is left out.
 */
final readonly class TurnsRatio
{
    private function __construct(public Figure $ratio)
    {
    }

    /**
     * @param float $primaryVolts        plate to plate, or plate to supply of a single-ended one; RMS
     * @param float $secondaryVolts      at the tap; RMS, above zero
     * @param float $primaryResolution   worth of the last digit, volts
     * @param float $secondaryResolution likewise
     */
    public static function of(float $primaryVolts, float $secondaryVolts, float $primaryResolution = 0.0, float $secondaryResolution = 0.0): self
    {
        return new self(
            Figure::with($primaryVolts, new ErrorSource('primary', $primaryResolution / 2))
                ->dividedBy(Figure::with($secondaryVolts, new ErrorSource('secondary', $secondaryResolution / 2))),
        );
    }

    /** Primary impedance, ohms, when the tap carries its nominal load: N²·Z. */
    public function reflected(float $tapOhms): Figure
    {
        return $this->ratio->times($this->ratio)->times(Figure::exact($tapOhms));
    }

    /** The load, ohms, that this tap wants for a given primary impedance. */
    public function loadFor(float $primaryOhms): float
    {
        return $primaryOhms / $this->ratio->value ** 2;
    }
}
