<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** An open end is closed. */
final class OpenEndClosedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'open-end-closed';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Open end closed', self::text($entry, 'how'));
    }
}
