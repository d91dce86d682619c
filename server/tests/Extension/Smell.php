<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;
use Yew\Core\Station\PartFinding;

/** Something smells: a finding on the chassis. With power on nobody puts the nose in. */
final readonly class Smell implements Statement
{
    public function __construct(private string $of)
    {
    }

    public function toArray(): array
    {
        return ['of' => $this->of];
    }

    public function refusal(Bench $then): ?Refusal
    {
        return ChassisState::Discharging === $then->state->chassis->state ? null : new Refusal('smell-with-power-off');
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
        $state->record->find(new PartFinding($entry->id, 'chassis', 'other', 'watch', $this->of, 'unknown', []));
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
