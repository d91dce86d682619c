<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** What can be said of a set against the spread that counts as matched. */
enum Claim: string
{
    case Matched = 'matched';
    case NotMatched = 'not-matched';
    /** The band of a conversion reaches over the limit. */
    case CannotSay = 'cannot-say';
}
