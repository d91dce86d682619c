<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\OpenEnd;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** An open end is closed, with how. */
final readonly class OpenEndClosed extends UnitRemark
{
    /** @param string $end entry that left it */
    public function __construct(public string $end, public string $how)
    {
    }

    public function toArray(): array
    {
        return ['end' => $this->end, 'how' => $this->how];
    }

    public function refusal(Bench $then): ?Refusal
    {
        return [] === array_filter($then->state->work->standing(), fn (OpenEnd $e): bool => $e->entryId === $this->end) ? new Refusal('no-such-open-end') : null;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->work = $state->work->closing($this->end, $this->how);
    }
}
