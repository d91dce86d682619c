<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** An estimate was taken back. */
final class EstimateWithdrawnFace extends ShippedFace
{
    public function kind(): string
    {
        return 'estimate-withdrawn';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Estimate opened again', 'its link is dead');
    }
}
