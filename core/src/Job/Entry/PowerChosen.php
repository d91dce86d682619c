<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Ramp\PowerChoice;
use Yew\Core\Ramp\PowerMethod;
use Yew\Core\Safety\Refusal;

/** Which way power comes to a unit; full mains at once needs the reason why that is right (PWR-2). */
final readonly class PowerChosen implements Statement
{
    private function __construct(public PowerChoice $choice)
    {
    }

    /** @throws BadData */
    public static function kept(Fields $payload): self
    {
        return new self(PowerChoice::decode($payload));
    }

    public function toArray(): array
    {
        return $this->choice->toArray();
    }

    public function refusal(Bench $then): ?Refusal
    {
        return match (true) {
            // What is in the mains lead is not exchanged under power.
            $then->state->chassis->state->isOnMains() => new Refusal('choice-under-power'),
            PowerMethod::Straight === $this->choice->method && '' === $this->choice->reason => new Refusal('straight-without-reason'),
            default => null,
        };
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
        $state->ramps = $state->ramps->chosen($this->choice);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
