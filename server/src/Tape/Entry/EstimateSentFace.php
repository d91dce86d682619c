<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** An estimate was put before the owner. */
final class EstimateSentFace extends ShippedFace
{
    public function kind(): string
    {
        return 'estimate-sent';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Estimate sent', self::text($entry, 'said'));
    }
}
