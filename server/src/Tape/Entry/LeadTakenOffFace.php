<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A lead came off. */
final class LeadTakenOffFace extends ShippedFace
{
    public function kind(): string
    {
        return 'lead';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(\sprintf('Lead %s off: %s', self::text($entry, 'name'), self::text($entry, 'colour')), \sprintf('%s to %s, %s, %s', self::text($entry, 'from'), self::text($entry, 'to'), str_replace('-', ' ', self::text($entry, 'does')), self::text($entry, 'certainty')));
    }
}
