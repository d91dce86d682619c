<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** Ripple by hand, for a supply that is not drawn (CAP-9); within 5 % of transient simulation while it is small. */
final class RippleEstimate
{
    /**
     * An RC section integrates the sawtooth of a reservoir into parabolas of Vpp/(8·f·RC): π/4 of what a sine of that size would leave.
     * Its fundamental alone, 0.64, would be a fifth too little peak to peak (against ngspice).
     */
    private const FIRST_SECTION = \M_PI / 4;

    /**
     * Peak to peak on the reservoir: `I·(1−δ)/(f_r·C)`.
     *
     * @param float $amperes    load current
     * @param float $mainsHertz of the mains; full wave ripples at twice that
     * @param float $peakVolts  off-load peak of the winding that charges it
     * @param float $volts      DC on the reservoir
     */
    public static function reservoir(float $amperes, float $farads, float $mainsHertz, bool $fullWave, float $peakVolts, float $volts): float
    {
        return $amperes * (1 - self::conduction($fullWave, $peakVolts, $volts)) / (self::hertz($mainsHertz, $fullWave) * $farads);
    }

    /** Share of the ripple's period in which the rectifier conducts: (π − 2θ1)/π for full wave, half of it for half wave. */
    public static function conduction(bool $fullWave, float $peakVolts, float $volts): float
    {
        $theta = asin(min(1.0, max(0.0, $volts / $peakVolts)));

        return (\M_PI - 2 * $theta) / \M_PI / ($fullWave ? 1.0 : 2.0);
    }

    /** Peak to peak behind an RC section. */
    public static function afterResistor(float $before, bool $first, float $hertz, float $ohms, float $farads): float
    {
        return ($first ? self::FIRST_SECTION : 1.0) * $before / sqrt(1 + (2 * \M_PI * $hertz * $ohms * $farads) ** 2);
    }

    /**
     * Peak to peak behind an LC section.
     *
     * @return float|null null at and below resonance, where the section does not filter
     */
    public static function afterChoke(float $before, float $hertz, float $henries, float $farads): ?float
    {
        $divides = (2 * \M_PI * $hertz) ** 2 * $henries * $farads - 1;

        return $divides <= 1.0 ? null : $before / $divides;
    }

    public static function hertz(float $mainsHertz, bool $fullWave): float
    {
        return $fullWave ? 2 * $mainsHertz : $mainsHertz;
    }
}
