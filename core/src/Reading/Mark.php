<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** What else is to be known of a judged reading (contract §7). */
enum Mark: string
{
    case Warming = 'warming';
    case Provisional = 'provisional';
    case Stale = 'stale';
    case Intermittent = 'intermittent';
    case Superseded = 'superseded';
    case Accepted = 'accepted';
    case Edge = 'edge';
    case NotJudgedYet = 'not-judged-yet';
}
