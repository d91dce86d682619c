<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Server\Tape\Entity\TapeEntry;

/** A bank of charge was read. */
final class DischargeProofFace extends ShippedFace
{
    public function __construct(string $root, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'discharge-proof';
    }

    public function serverFields(): array
    {
        return ['kind', 'value', 'unit', 'resolution', 'range', 'clockSeen'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords('Discharge proof '.self::text($entry, 'text').' V', $this->judgements->reading($entry));
    }
}
