<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Codec\Fields;
use Yew\Server\Tape\Entity\TapeEntry;

/** The unit was changed. */
final class AsFittedFace extends ShippedFace
{
    public function __construct(string $root, private readonly JudgementWords $judgements)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'as-fitted';
    }

    public function serverFields(): array
    {
        return ['change', 'foundSo'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $change = Fields::named($entry->payload['change'] ?? []);

        return new EntryWords('As fitted: '.self::text($entry, 'text'), match (true) {
            true === ($entry->payload['foundSo'] ?? null) && 'words' !== ($change['kind'] ?? null) && null === $entry->judgement => 'found so, and counted for earlier readings too',
            'drawn' === ($change['kind'] ?? null) => 'as the drawing has it again',
            'turned' === ($change['how'] ?? null) => 'what was read before is stale',
            null !== $entry->judgement => $this->judgements->test($entry),
            'words' === ($change['kind'] ?? null) => 'on the record; without a circuit it counts nowhere',
            'renewed' === ($change['kind'] ?? null) => 'what was tested before is of the old part',
            default => 'counted from here on',
        });
    }
}
