<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** What a test point is, which decides its window and its floor near zero (JUDGE-1, JUDGE-2). */
enum PointKind: string
{
    case Rail = 'rail';
    case Plate = 'plate';
    case Screen = 'screen';
    case Grid = 'grid';
    case Cathode = 'cathode';
    case Heater = 'heater';
    case Bias = 'bias';
    case Sense = 'sense';
    case Other = 'other';

    /** Default window in percent of the expected value: common practice (JUDGE-1). */
    public function defaultPercent(): float
    {
        return match ($this) {
            self::Cathode => 20.0,
            self::Heater => 5.0,
            default => 10.0,
        };
    }

    /**
     * Absolute floor of the window, volts (JUDGE-2, our choice); 0 where the meter's own resolution is the floor.
     *
     * @param float $printedVolts small printed values get the small floor
     */
    public function floorVolts(float $printedVolts): float
    {
        return match ($this) {
            self::Heater, self::Cathode => 0.05,
            self::Grid, self::Sense => 0.0,
            default => 0.0 === $printedVolts || abs($printedVolts) >= 5.0 ? 0.5 : 0.1,
        };
    }

    /** Zero volts here is judged as leakage or as current, by the meter's resolution. */
    public function zeroIsLeakage(): bool
    {
        return self::Grid === $this || self::Sense === $this;
    }
}
