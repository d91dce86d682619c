<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Something was written down. */
final class NoteFace extends ShippedFace
{
    public function kind(): string
    {
        return 'note';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(EntryWords::joined(' at ', 'Note', self::text($entry, 'place')), self::text($entry, 'text'));
    }
}
