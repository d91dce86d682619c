<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\TubeType;

/**
 * How tubes and filaments warm up and cool down. Our choice throughout: handbooks give no laws, and warm-up controlled types apart
 * makers do not agree; a cathode first gives something after half of its time constant and all after a little more than one.
 */
final class WarmUp
{
    /** Directly heated: wire and cathode are one, seconds. */
    private const DIRECT_SECONDS = 2.0;
    /** Indirectly heated, by the watts of the heater: upper limits, seconds. */
    private const SECONDS_BY_WATTS = [[2.5, 11.0], [6.0, 13.0], [\INF, 15.0]];
    /** A cold heater has this share of its hot ohms (from memory: a sixth to an eighth of tungsten's). */
    private const COLD_SHARE = 1.0 / 7.0;
    /** A lamp's filament of a few dozen watts, seconds. */
    public const LAMP_SECONDS = 0.1;
    /** A bulb of an output tube, and what is in it, seconds. */
    public const BULB_SECONDS = 60.0;
    /** Gas that a bulb gives off: e times as much for every so much of its rated dissipation. */
    private const GAS_SHARE = 0.5;
    private const MOST_GAS = 20.0;

    /** Time constant of a tube's cathode, seconds. */
    public static function seconds(TubeType $type): float
    {
        $cathode = $type->section()->pins['cathode'] ?? 0;
        // A filament's pin is a heater's and no more; a cathode tied to its heater says that it is one.
        if (\in_array($cathode, $type->heaterPins, true) && !str_contains($type->pins[$cathode] ?? '', 'cathode')) {
            return self::DIRECT_SECONDS;
        }
        $watts = ($type->heaterVolts ?? 0.0) * $type->heaterAmperes;
        foreach (self::SECONDS_BY_WATTS as [$most, $seconds]) {
            if ($watts <= $most) {
                return $seconds;
            }
        }

        return self::DIRECT_SECONDS;
    }

    /** Share of its emission that a cathode gives, as warm as this share of its working heat. */
    public static function emission(float $warm): float
    {
        return RectifierModel::warmth($warm);
    }

    /** How many times as much a heater takes as when it is hot. */
    public static function inrush(float $warm): float
    {
        return 1.0 / (self::COLD_SHARE + (1.0 - self::COLD_SHARE) * min(1.0, $warm));
    }

    /** How many times the gas of a tube at its rated dissipation there is in a bulb as hot as this share of it. */
    public static function gas(float $heat): float
    {
        return min(self::MOST_GAS, exp(($heat - 1.0) / self::GAS_SHARE));
    }

    /** What has gone some of the way to where it ends. */
    public static function towards(float $from, float $to, float $seconds, float $timeConstant): float
    {
        return $to + ($from - $to) * exp(-$seconds / $timeConstant);
    }
}
