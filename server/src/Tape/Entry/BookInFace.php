<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** An amplifier came in. */
final class BookInFace extends ShippedFace
{
    public function kind(): string
    {
        return 'book-in';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Booked in', self::text($entry, 'complaint'));
    }
}
