<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Parts were ordered. */
final class PartsOrderedFace extends ShippedFace
{
    public function kind(): string
    {
        return 'parts-ordered';
    }

    public function isFromClients(): bool
    {
        return false;
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $from = self::text($entry, 'supplier');
        $expected = self::text($entry, 'expectedOn');

        return new EntryWords('Ordered: '.self::text($entry, 'what'), ('' === $from ? '' : 'from '.$from.', ').('' === $expected ? 'no day named' : 'expected '.$expected));
    }
}
