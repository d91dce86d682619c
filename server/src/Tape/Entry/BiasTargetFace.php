<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** Where an output stage is to idle was said. */
final class BiasTargetFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'bias-target';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $band = '' === self::text($entry, 'lowPercent') ? '' : ' '.self::text($entry, 'lowPercent').' to '.self::text($entry, 'highPercent').' %';

        return new EntryWords('Bias target of '.self::text($entry, 'stage'), EntryWords::joined('. ', lcfirst($this->wording->cold('target-'.self::text($entry, 'school'), [])).$band, self::text($entry, 'reason')));
    }
}
