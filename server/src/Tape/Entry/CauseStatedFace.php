<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** What was wrong. */
final class CauseStatedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'cause';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Cause, '.str_replace('-', ' ', self::text($entry, 'certainty')), trim(self::text($entry, 'part').': '.self::text($entry, 'text'), ': '));
    }
}
