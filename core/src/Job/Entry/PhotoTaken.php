<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\PhotoNote;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A photo with its caption and pins; a later one of the same photo replaces both. */
final readonly class PhotoTaken implements Statement
{
    public function __construct(public PhotoNote $photo)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self(PhotoNote::fromFields($payload));
    }

    public function toArray(): array
    {
        return array_filter($this->photo->toArray(), static fn (mixed $v): bool => '' !== $v && [] !== $v);
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
        $state->record->photo($this->photo);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
