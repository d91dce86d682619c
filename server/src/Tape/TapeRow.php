<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Server\Tape\Entity\TapeEntry;

/** As much of an entry as the state is folded from; a long tape is read in these, not as entities. */
final readonly class TapeRow
{
    /**
     * @param array<string, mixed>      $payload
     * @param array<string, mixed>|null $judgement
     * @param float                     $receivedAt seconds since the epoch
     */
    public function __construct(public string $id, public string $kind, public array $payload, public string $personId, public TapePosition $position, public float $receivedAt, public int $unitSequence, public ?array $judgement, public bool $isRefused)
    {
    }

    public static function of(TapeEntry $entry): self
    {
        return new self($entry->id, $entry->kind, $entry->payload, $entry->personId, TapePosition::of($entry), $entry->receivedSeconds(), $entry->unitSequence ?? 0, $entry->judgement, null !== $entry->refusal);
    }

    /** Seconds since the epoch. */
    public function observedSeconds(): float
    {
        return (float) $this->position->observedAt->format('U.u');
    }
}
