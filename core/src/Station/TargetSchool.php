<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** By what a bias is set, where practitioners differ (BIAS-3). */
enum TargetSchool: string
{
    /** A share of what the plate may dissipate. */
    case Percent = 'percent';
    /** The grid volts that the drawing prints. */
    case Schematic = 'schematic';
    /** Least distortion, or the last of the crossover, on the analyser. */
    case Distortion = 'distortion';
    /** As the owner likes it, inside what is safe. */
    case Owner = 'owner';

    /** Whether it is said in shares of the limit; else anything inside the limit is where it was set. */
    public function isBand(): bool
    {
        return self::Percent === $this || self::Owner === $this;
    }

    /** Whether it needs the reason in words: who wants it so, or by what it was set. */
    public function needsReason(): bool
    {
        return self::Owner === $this || self::Distortion === $this;
    }
}
