<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A photo was taken. */
final class PhotoFace extends ShippedFace
{
    public function kind(): string
    {
        return 'photo';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(EntryWords::joined(' of ', 'Photo', self::text($entry, 'place')), self::text($entry, 'caption'));
    }
}
