<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Parts arrived. */
final class PartsArrivedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'parts-arrived';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Arrived: '.self::text($entry, 'what'));
    }
}
