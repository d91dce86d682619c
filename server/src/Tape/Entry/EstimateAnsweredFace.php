<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** The owner answered. */
final class EstimateAnsweredFace extends ShippedFace
{
    public function kind(): string
    {
        return 'estimate-answered';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('The owner’s word', self::text($entry, 'said'));
    }
}
