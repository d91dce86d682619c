<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** Somebody begins to work on a job, or stops. */
final class ClockTurnedKind extends RemarkKind
{
    public function name(): string
    {
        return 'clock';
    }
}
