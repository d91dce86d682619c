<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A live sample broke a stop rule: off. */
final class StopFace extends ShippedFace
{
    public function __construct(string $root, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'stop';
    }

    /** The instrument process alone writes it, by its own door. */
    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('OFF: '.self::text($entry, 'place').' '.self::text($entry, 'text').' '.self::text($entry, 'unit'), $this->judgements->reading($entry));
    }
}
