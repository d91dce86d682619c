<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Something was left for later. */
final class OpenEndLeftFace extends ShippedFace
{
    public function kind(): string
    {
        return 'open-end';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Left open: '.self::text($entry, 'sort'), trim(self::text($entry, 'part').': '.self::text($entry, 'text'), ': '));
    }
}
