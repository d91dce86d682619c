<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** What a figure laid beside a reading says of it. */
enum BesideSays: string
{
    /** Nothing was read here yet, or nothing is there to compare. */
    case Nothing = 'nothing';
    case Alike = 'alike';
    case Unlike = 'unlike';
    /** Alike, and both out of the window on the same side. */
    case BothDeviate = 'both-deviate';
    case NotComparable = 'not-comparable';
}
