<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\ShelfState;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** The job was put somewhere else: on the bench, to wait, to be collected. */
final readonly class ShelfMove implements Statement
{
    /** @param string|null $until when what it waits for should be there, RFC 3339; null where nobody knows */
    public function __construct(public ShelfState $to, public string $waitsFor, public ?string $until = null)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self($payload->oneOf('to', ShelfState::class), $payload->optionalText('waitsFor'), $payload->optionalString('until', 40));
    }

    public function toArray(): array
    {
        return ['to' => $this->to->value, ...('' === $this->waitsFor ? [] : ['waitsFor' => $this->waitsFor]), ...(null === $this->until ? [] : ['until' => $this->until])];
    }

    public function refusal(Bench $then): ?Refusal
    {
        return null; // what speaks against it is of the whole job: ShelfRules
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
