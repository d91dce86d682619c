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

/** An earlier entry is taken back, or the mains of a span of time were other than was said (contract §4). */
final readonly class Correction implements Statement
{
    public function __construct(public ?string $corrects, public ?MainsSpan $span, public string $reason)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self($payload->optionalString('corrects'), $payload->has('span') ? MainsSpan::decode($payload->object('span')) : null, $payload->optionalText('reason'));
    }

    public function toArray(): array
    {
        return [...(null === $this->corrects ? [] : ['corrects' => $this->corrects]), ...(null === $this->span ? [] : ['span' => $this->span->toArray()]), 'reason' => $this->reason];
    }

    public function refusal(Bench $then): ?Refusal
    {
        if (null === $this->corrects) {
            return null === $this->span ? new Refusal('nothing-to-correct') : null;
        }
        $trace = $then->unit->entry($this->corrects);

        return null !== $trace && $trace->countsFor($then->unit) && true === $then->unit->kinds()->find($trace->kind)?->canBeTakenBack() ? null : new Refusal('nothing-to-correct');
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
        $span = $this->span;
        if (null === $span) {
            return; // what was taken back counts nowhere: the tape is folded anew without it
        }
        $stated = $span->conditions();
        $state->eachReading(static fn (TakenReading $r): TakenReading => $span->holds($r->observedAt) ? $r->under($r->conditions->with($stated)) : $r);
        $state->ramps = $state->ramps->eachSample(static fn (RampSample $s): RampSample => $span->holds($s->at) ? $s->withInlet($span->inletVolts) : $s);
        if (null === $span->to) {
            $state->conditions = $state->conditions->with($stated);
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
