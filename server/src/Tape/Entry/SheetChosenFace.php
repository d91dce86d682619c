<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** Another sheet was chosen. */
final class SheetChosenFace extends ShippedFace
{
    public function kind(): string
    {
        return 'sheet-chosen';
    }

    public function serverFields(): array
    {
        return ['lostPlaces'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $lost = $entry->payload['lostPlaces'] ?? [];

        return new EntryWords('Sheet chosen', [] === $lost || !\is_array($lost) ? '' : 'places lost: '.implode(', ', array_filter($lost, is_string(...))));
    }
}
