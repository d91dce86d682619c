<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * A tungsten lamp in the mains lead (PWR-2): I ≈ I0·(V/V0)^0.55, RMS, and never less than a fourteenth of its hot resistance.
 *
 * From memory; incandescent and halogen lamps alike.
 */
final class Lamp
{
    private const EXPONENT = 0.55;
    private const COLD_SHARE = 1 / 14;

    /** Resistance at an RMS current, ohms. */
    public static function ohms(float $watts, float $ratedVolts, float $amperes): float
    {
        $hot = $ratedVolts * $ratedVolts / $watts;
        $share = $amperes * $ratedVolts / $watts;

        return max($hot * self::COLD_SHARE, $hot * $share ** (1.0 / self::EXPONENT - 1.0));
    }
}
