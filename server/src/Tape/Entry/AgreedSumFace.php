<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Estimate\MinorUnits;
use Yew\Server\Tape\Entity\TapeEntry;

/** A sum that was agreed to beforehand. */
final class AgreedSumFace extends ShippedFace
{
    public function kind(): string
    {
        return 'agreed-sum';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $limit = $entry->payload['limitMinor'] ?? null;

        return new EntryWords('Agreed sum', \is_int($limit) ? \sprintf('up to %s without asking; beyond it: %s', MinorUnits::text($limit), 'call' === self::text($entry, 'beyond') ? 'call first' : 'stop') : 'none: everything is asked for');
    }
}
