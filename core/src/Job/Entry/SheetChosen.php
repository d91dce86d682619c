<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** The unit is measured against another version of a sheet; readings at places that it lacks are lost to it. */
final readonly class SheetChosen implements Statement
{
    /** @param list<string> $lostPlaces */
    public function __construct(public string $versionId, public array $lostPlaces)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self($payload->string('sheetVersionId'), $payload->strings('lostPlaces'));
    }

    public function toArray(): array
    {
        return ['sheetVersionId' => $this->versionId, 'lostPlaces' => $this->lostPlaces];
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
        // another sheet has other islands and points: the tape is folded anew with them
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
