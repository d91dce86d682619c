<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Job\UnitState;

/** A folded state, and the entry of the tape that it was folded up to. */
final readonly class Checkpoint
{
    public function __construct(public UnitState $state, public TapePosition $position)
    {
    }
}
