<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Safety\Refusal;

/** A reading that nobody typed and that stops the work: judged, kept and folded as any other. */
final readonly class StopSeen implements Statement
{
    /** Bias rises from nothing in every healthy start (SAFE-6), and within so many seconds of switching on no tube is warm enough to be hurt (our choice). */
    public const BIAS_RISES_SECONDS = 10.0;

    /** Stops that a bias on its way up would break. */
    private const OF_BIAS = ['bias-lost', 'bias-lost-probe-again', 'bias-less-negative', 'bias-less-negative-bound'];

    private function __construct(private ReadingTaken $reading, private string $recordingId)
    {
    }

    public static function of(Fields $payload, ReadingTaken $reading): self
    {
        return new self($reading, $payload->string('recordingId', 36));
    }

    /** Whether it breaks a stop rule on the bench as it is (SAFE-6): what does not is a sample like any other, and a stopped unit needs no second. */
    public function stops(Bench $then): bool
    {
        if (null !== $then->refuses($this)) {
            return false;
        }
        $entry = new Entry('sample', $this, $then->now, $then->now, '');
        $entry = $entry->judged($this->judge($entry, $then, $then->with($entry)));

        $stop = $then->with($entry)->state->stop;

        return null !== $stop && !($then->now - $then->state->chassis->since < self::BIAS_RISES_SECONDS && ChassisState::Ramping === $then->state->chassis->state && \in_array($stop->code, self::OF_BIAS, true));
    }

    public function toArray(): array
    {
        return [...$this->reading->toArray(), 'recordingId' => $this->recordingId];
    }

    public function refusal(Bench $then): ?Refusal
    {
        return $this->reading->refusal($then);
    }

    public function isTakenDuringStop(): bool
    {
        return false; // one is enough
    }

    public function speaksAgainstProofs(): bool
    {
        return $this->reading->speaksAgainstProofs();
    }

    public function fold(UnitState $state, Entry $entry, array $islands): void
    {
        $this->reading->fold($state, $entry, $islands);
    }

    public function judge(Entry $entry, Bench $before, Bench $after): ?array
    {
        $judgement = $this->reading->judge($entry, $before, $after);

        return null === $judgement ? null : [...$judgement, 'slip' => null]; // an instrument does not mistype
    }
}
