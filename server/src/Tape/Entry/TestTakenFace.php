<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** A test was taken down. */
final class TestTakenFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'trial';
    }

    public function serverFields(): array
    {
        return ['figures', 'said'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $name = $this->wording->cold('test-'.self::text($entry, 'test'), ['subject' => self::text($entry, 'subject')], str_replace('-', ' ', self::text($entry, 'test')));

        return new EntryWords(trim(self::text($entry, 'part').' '.$name.' '.self::text($entry, 'text')), $this->judgements->test($entry));
    }
}
