<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\BrokenStop;
use Yew\Core\Safety\Refusal;
use Yew\Core\Safety\Stop;
use Yew\Core\Station\PartFinding;

/** Something was seen on the amplifier, with how bad it is (LOOK-5); while a stop stands, it is the stop’s cause (SAFE-6). */
final readonly class FindingNoted implements Statement
{
    private function __construct(private PartFinding $finding)
    {
    }

    public static function kept(Fields $payload): self
    {
        return new self(PartFinding::decode($payload, ''));
    }

    public function toArray(): array
    {
        return array_filter(array_diff_key($this->finding->toArray(), ['entryId' => true]), static fn (mixed $v): bool => '' !== $v && [] !== $v);
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
        $state->record->find($this->finding->of($entry->id));
        $state->stop = $state->stop?->explained();
        if (BrokenStop::RED_PLATE === $this->finding->what) {
            $seen = Stop::seen($this->finding->place, BrokenStop::RED_PLATE, $state->chassis->state, $entry->at);
            // Under power it stops the work; told afterwards, it is on the record.
            if (null === $seen) {
                $state->broken[] = new BrokenStop($this->finding->place, BrokenStop::RED_PLATE, $entry->at);
            } else {
                $state->stoppedBy($seen);
            }
        }
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        return null;
    }
}
