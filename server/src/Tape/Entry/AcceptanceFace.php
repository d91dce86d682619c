<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A deviation was let stand. */
final class AcceptanceFace extends ShippedFace
{
    public function kind(): string
    {
        return 'accept';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Let stand', self::text($entry, 'reason'));
    }
}
