<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** Something was found. */
final class FindingFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'finding';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(self::text($entry, 'place').': '.$this->wording->cold('found-'.self::text($entry, 'what'), []), self::text($entry, 'text'));
    }
}
