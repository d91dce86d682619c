<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A job was closed out. */
final class CloseOutFace extends ShippedFace
{
    public function kind(): string
    {
        return 'close-out';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Closed out', str_replace('-', ' ', self::text($entry, 'outcome')));
    }
}
