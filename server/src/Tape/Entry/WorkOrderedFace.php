<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** The shop ordered work on its own account. */
final class WorkOrderedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'work-order';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Work without a yes: '.self::text($entry, 'part'), self::text($entry, 'why'));
    }
}
