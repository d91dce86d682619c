<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;

/** Something said of a unit that neither moves it nor needs a state of its chassis; a stop locks it out all the same, as all work (SAFE-6). */
abstract readonly class UnitRemark implements Statement
{
    final public function isTakenDuringStop(): bool
    {
        return false;
    }

    final public function speaksAgainstProofs(): bool
    {
        return false;
    }

    final public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
