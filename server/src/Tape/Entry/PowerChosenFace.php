<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The way in which a unit is brought up was chosen. */
final class PowerChosenFace extends ShippedFace
{
    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'power-choice';
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $watts = self::text($entry, 'lampWatts');
        $amperes = self::text($entry, 'limiterAmperes');

        return new EntryWords('Way of powering up', EntryWords::joined('. ', EntryWords::joined(', ', lcfirst($this->wording->cold('method-'.self::text($entry, 'method'), [])), '' === $watts ? '' : $watts.' W', '' === $amperes ? '' : $amperes.' A'), self::text($entry, 'reason')));
    }
}
