<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** How a reforming run stands. */
enum ReformState: string
{
    case NotBegun = 'not-begun';
    /** Leakage is still coming down at the step. */
    case Waiting = 'waiting';
    /** The step is under its limit, and there is another. */
    case Next = 'next';
    case Done = 'done';
    case Abandon = 'abandon';
}
