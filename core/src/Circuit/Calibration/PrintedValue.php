<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Netlist;

/** A voltage that a calibration should meet: as printed, or as read. */
final readonly class PrintedValue
{
    /**
     * @param float      $deviation standard deviation, volts: rounding, meter
     * @param float|null $meterOhms input resistance of the meter that it was read with, null for one that loads nothing
     */
    public function __construct(public string $place, public float $volts, public float $deviation, public ?float $meterOhms = null, public string $against = Netlist::CHASSIS)
    {
    }

    /**
     * Standard deviation of a value printed with so many digits: half a unit of its last place either way, rectangular.
     *
     * @param float $share further spread of what was printed, as a share of the value: the instrument of the day, the sample measured
     */
    public static function rounding(float $volts, float $resolution, float $share = 0.0): float
    {
        return hypot($resolution / sqrt(12.0), $share * $volts);
    }
}
