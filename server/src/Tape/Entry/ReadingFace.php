<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A point was read. */
final class ReadingFace extends ShippedFace
{
    public function __construct(string $root, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'reading';
    }

    public function serverFields(): array
    {
        return ['kind', 'value', 'unit', 'resolution', 'range', 'tappedValues'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $text = self::text($entry, 'text');

        return new EntryWords(self::text($entry, 'place').' '.$text.(1 === preg_match('/[A-Za-zΩ]$/u', $text) ? '' : ' '.self::text($entry, 'unit')), $this->judgements->reading($entry));
    }
}
