<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Work began, or stopped. */
final class ClockTurnedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'clock';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('run' === self::text($entry, 'to') ? 'Clock started' : 'Clock stopped', '' === self::text($entry, 'minutes') ? '' : self::text($entry, 'minutes').' min');
    }
}
