<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** Something that is on the record and changes nothing of a unit: booked in, noted, report made. */
final readonly class Remark implements Statement
{
    /** @param array<string, mixed> $payload as its schema has it */
    public function __construct(private array $payload)
    {
    }

    public function toArray(): array
    {
        return $this->payload;
    }

    public function refusal(Bench $then): ?Refusal
    {
        return null;
    }

    public function isTakenDuringStop(): bool
    {
        return true;
    }

    public function speaksAgainstProofs(): bool
    {
        return false;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        // it changes nothing of the unit
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
