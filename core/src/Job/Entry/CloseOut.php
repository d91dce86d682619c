<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** What was found, done, left alone and not looked at, and how it ended (REC-4a). */
final readonly class CloseOut implements Statement
{
    /** @param array<string, mixed> $payload {found, done, leftAlone, notLookedAt, outcome} */
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
        return false;
    }

    public function speaksAgainstProofs(): bool
    {
        return false;
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $state->closeOut = $this->payload;
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
