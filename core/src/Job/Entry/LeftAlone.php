<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A part is not looked at or tested at a station, with the reason. */
final readonly class LeftAlone implements Statement
{
    public function __construct(public string $station, public string $part, public string $reason)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self($payload->string('station'), $payload->string('part'), $payload->optionalText('reason'));
    }

    public function toArray(): array
    {
        return ['part' => $this->part, 'station' => $this->station, 'reason' => $this->reason];
    }

    public function refusal(Bench $then): ?Refusal
    {
        return $then->unit->stations()->has($this->station) ? null : new Refusal('no-such-station', ['station' => $this->station]);
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
        $state->record->leaveAlone($this->station, $this->part, $this->reason);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
