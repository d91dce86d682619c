<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Why a part is another than drawn. */
final class ModificationExplainedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'modification';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Modified: '.self::text($entry, 'part'), \sprintf('%s · undone by: %s · agreed: %s', self::text($entry, 'why'), self::text($entry, 'undo'), self::text($entry, 'agreed')));
    }
}
