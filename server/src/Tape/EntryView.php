<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\EntryKinds;
use Yew\Server\Http\Moment;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\Entry\EntryFaces;
use Yew\Server\Tape\Entry\EntryWords;
use Yew\Server\Wording\Wording;

/** One entry of the tape as it is shown: a headline and one line below it. */
final readonly class EntryView
{
    public function __construct(private Wording $wording, private EntryFaces $faces, private EntryKinds $kinds)
    {
    }

    /** @return array<string, mixed> the schema TapeEntry of docs/api/openapi.yaml */
    public function of(TapeEntry $entry): array
    {
        $words = $this->faces->find($entry->kind)?->words($entry) ?? new EntryWords($entry->kind);

        return [
            'id' => $entry->id,
            'unitId' => $entry->unitId,
            'kind' => $entry->kind,
            'payload' => (object) $entry->payload,
            'personId' => $entry->personId,
            'device' => $entry->device,
            'counter' => $entry->counter,
            'observedAt' => Moment::text($entry->observedAt),
            'sequence' => $entry->jobSequence,
            'headline' => $words->headline,
            'line' => null === $entry->refusal ? $words->line : $this->refusal($entry),
            'verdict' => $entry->judgement['verdict'] ?? null,
            'refused' => null !== $entry->refusal,
            'canBeTakenBack' => null === $entry->refusal && true === $this->kinds->find($entry->kind)?->canBeTakenBack(),
        ];
    }

    public function refusal(TapeEntry $entry): string
    {
        $code = $entry->refusal['code'] ?? '';

        return $this->wording->refusal(\is_string($code) ? $code : '', Fields::named($entry->refusal['figures'] ?? []));
    }
}
