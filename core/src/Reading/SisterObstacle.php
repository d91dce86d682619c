<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** Why what was read on another unit cannot be laid beside a reading of this one. */
enum SisterObstacle: string
{
    /** A bound, an overload, or a figure that moved when tapped. */
    case NoFigure = 'no-figure';
    /** A part of it was changed after it was read. */
    case Refitted = 'refitted';
    case MainsUnknown = 'mains-unknown';
    /** Wired for another mains, or read at one too far off to reckon from. */
    case OtherMains = 'other-mains';
    /** Other tubes out, through a limiter, in standby. */
    case OtherConditions = 'other-conditions';
    case Warming = 'warming';
}
