<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** ESR limits: at mains ripple frequency by the loss angle, at an ESR meter's 100 kHz by size (CAP-1, CAP-2). */
final class SeriesResistance
{
    /** Loss factor of a good electrolytic, and the most that is taken (common practice). */
    public const TAN_DELTA = [0.15, 0.25];

    /** An ESR meter's 100 kHz limit times capacitance, Ω·F: 2.5 Ω for 20 µF at some 450 V (CAP-1, common practice). */
    private const OHM_FARADS_AT_100_KHZ = 2.5 * 20e-6;
    private const LEAST_LIMIT_OHMS = 0.5;

    /** Ohms at a frequency of 100 or 120 Hz: tan δ / (2πfC). */
    public static function fromLoss(float $tanDelta, float $hertz, float $farads): float
    {
        return $tanDelta / (2 * \M_PI * $hertz * $farads);
    }

    /** Highest ohms that an ESR meter at 100 kHz may show. */
    public static function limitAt100Kilohertz(float $farads): float
    {
        return max(self::LEAST_LIMIT_OHMS, self::OHM_FARADS_AT_100_KHZ / $farads);
    }
}
