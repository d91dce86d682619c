<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A part was left alone. */
final class LeftAloneFace extends ShippedFace
{
    public function kind(): string
    {
        return 'left-alone';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(self::text($entry, 'part').' left alone', self::text($entry, 'reason'));
    }
}
