<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The job was moved on the shelf. */
final class ShelfMoveFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'shelf-move';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(ucfirst($this->wording->word(self::text($entry, 'to'))), self::text($entry, 'waitsFor'));
    }
}
