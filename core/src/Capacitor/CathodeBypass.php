<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** What a cathode bypass capacitor does to the response of a triode stage (CAP-9). */
final readonly class CathodeBypass
{
    /**
     * @param float      $stepDecibels gain lost below the zero
     * @param float|null $minus3Hertz  null where the step is under 3 dB
     */
    private function __construct(public float $zeroHertz, public float $poleHertz, public float $stepDecibels, public ?float $minus3Hertz)
    {
    }

    /**
     * `r_k = (r_p + R_L)/(µ + 1)`, `k = 1 + R_k/r_k`, zero `1/(2πR_kC)`, pole k times that, `f₋₃ = f_pole·√(1 − 2/k²)`.
     *
     * @param float $plateResistanceOhms of the tube
     */
    public static function of(float $mu, float $plateResistanceOhms, float $loadOhms, float $cathodeOhms, float $farads): self
    {
        $k = 1 + $cathodeOhms * ($mu + 1) / ($plateResistanceOhms + $loadOhms);
        $zero = 1 / (2 * \M_PI * $cathodeOhms * $farads);

        return new self($zero, $k * $zero, 20 * log10($k), $k <= \M_SQRT2 ? null : $k * $zero * sqrt(1 - 2 / $k ** 2));
    }
}
