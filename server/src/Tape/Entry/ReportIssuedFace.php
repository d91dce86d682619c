<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A report was made. */
final class ReportIssuedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'report-issued';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Report made', 'kept with its fingerprint '.substr(self::text($entry, 'sha256'), 0, 8));
    }
}
