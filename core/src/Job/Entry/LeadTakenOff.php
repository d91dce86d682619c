<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;
use Yew\Core\Station\Lead;

/** A lead comes off, written down as it was (WORK-3). */
final readonly class LeadTakenOff extends UnitRemark
{
    public function __construct(public Lead $lead)
    {
    }

    public function toArray(): array
    {
        return array_filter(array_diff_key($this->lead->toArray(), ['entryId' => true, 'at' => true]), static fn (mixed $v): bool => '' !== $v && 0 !== $v);
    }

    public function refusal(Bench $then): ?Refusal
    {
        return null === $then->state->work->lead($this->lead->name) ? null : new Refusal('lead-taken', ['lead' => $this->lead->name]);
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->work = $state->work->withLead($this->lead->of($entry->id, $entry->at));
    }
}
