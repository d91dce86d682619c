<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Something was corrected. */
final class CorrectionFace extends ShippedFace
{
    public function kind(): string
    {
        return 'correction';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $reason = self::text($entry, 'reason');

        return new EntryWords(isset($entry->payload['corrects']) ? 'Taken back' : 'Mains corrected', '' === $reason ? 'the earlier entry stays on the tape' : $reason);
    }
}
