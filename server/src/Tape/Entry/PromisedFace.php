<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A day was promised. */
final class PromisedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'promised';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('' === self::text($entry, 'on') ? 'No day is promised any more' : 'Promised for '.self::text($entry, 'on'));
    }
}
