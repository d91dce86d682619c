<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Safety\Refusal;

/** A deviation is let stand, with the reason. */
final readonly class Acceptance implements Statement
{
    public function __construct(public string $readingId, public string $reason)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self($payload->string('reading'), $payload->optionalText('reason'));
    }

    public function toArray(): array
    {
        return ['reading' => $this->readingId, 'reason' => $this->reason];
    }

    public function refusal(Bench $then): ?Refusal
    {
        $trace = $then->unit->entry($this->readingId);

        return null !== $trace && 'reading' === $trace->kind && $trace->countsFor($then->unit) ? null : new Refusal('nothing-to-correct');
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
        $state->eachReading(fn (TakenReading $r): TakenReading => $r->entryId === $this->readingId ? $r->accept($this->reason) : $r);
        $state->ramps = $state->ramps->eachSample(fn (RampSample $s): RampSample => $s->entryId === $this->readingId ? $s->accepted() : $s);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
