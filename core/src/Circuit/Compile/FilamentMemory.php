<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

/** What the filament of a limiter's lamp remembers at one instant: the square of the current that keeps it as hot as it is. */
final readonly class FilamentMemory
{
    /**
     * @param float $square A², as the instant before left it
     * @param float $share  of the way to what flows now that it goes in this instant, 0 to 1
     */
    public function __construct(public float $square, public float $share)
    {
    }

    /** Amperes RMS that it is as hot as, when so many flow. */
    public function amperes(float $flowing): float
    {
        return sqrt(max(0.0, $this->square + $this->share * ($flowing * $flowing - $this->square)));
    }
}
