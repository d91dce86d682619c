<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Server\Tape\Entity\TapeEntry;

/** A place in the order of observation: entries of the same moment stand in the order in which they arrived. */
final readonly class TapePosition
{
    public function __construct(public \DateTimeImmutable $observedAt, public int $jobSequence)
    {
    }

    public static function of(TapeEntry $entry): self
    {
        return new self($entry->observedAt, $entry->jobSequence);
    }

    /** Behind every entry of a moment that is on the tape by now. */
    public static function after(\DateTimeImmutable $observedAt): self
    {
        return new self($observedAt, \PHP_INT_MAX);
    }
}
