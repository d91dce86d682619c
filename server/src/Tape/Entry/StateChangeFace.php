<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Power\GateState;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Wording\Wording;

/** The chassis goes into another state. */
final class StateChangeFace extends ShippedFace
{
    /** Of so many gates that are gone through for one reason each is named. */
    private const NAMED = 2;

    public function __construct(string $root, private readonly Wording $wording)
    {
        parent::__construct($root);
    }

    public function kind(): string
    {
        return 'state-change';
    }

    public function schemas(): array
    {
        return [1 => $this->schema(1), 2 => $this->schema(2)];
    }

    public function serverFields(): array
    {
        return ['hazards', 'stood', 'role'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        $stood = Fields::allNamed($entry->payload['stood'] ?? null);
        $said = [] === $stood ? EntryWords::joined('. ', self::gates(Fields::named($entry->payload['gates'] ?? [])), self::hazards($entry)) : $this->stood($stood);

        return new EntryWords(ucfirst(self::text($entry, 'to')), $said);
    }

    /**
     * Gates that were gone through, with the reasons; many for one reason are counted.
     *
     * @param list<array<string, mixed>> $gates as the entry keeps them
     */
    private function stood(array $gates): string
    {
        $words = $this->wording->gates();
        $gone = [];
        foreach ($gates as $gate) {
            if (GateState::Overridden->value === ($gate['state'] ?? null) && \is_string($gate['id'] ?? null) && \is_string($gate['reason'] ?? null)) {
                $gone[$gate['reason']][] = lcfirst($words[$gate['id']] ?? $gate['id']);
            }
        }
        $told = array_map(static fn (array $titles, string|int $reason): string => \sprintf('%s: “%s”', \count($titles) > self::NAMED ? \sprintf('%d gates', \count($titles)) : implode(', ', $titles), $reason), $gone, array_keys($gone));

        return [] === $gone ? 'Every gate met' : 'Gone through, not met: '.implode('; ', $told);
    }

    /** @param array<string, mixed> $gates as earlier versions asked for them */
    private static function gates(array $gates): string
    {
        $counts = array_count_values(array_filter($gates, is_string(...)));
        $unchecked = $counts['not-checked-by-the-tool'] ?? 0;
        $unsent = $counts['not-sent'] ?? 0;

        return EntryWords::joined(', ', 0 === $unchecked ? '' : \sprintf('%d gates not checked by the tool', $unchecked), 0 === $unsent ? '' : \sprintf('%d not sent', $unsent));
    }

    private static function hazards(TapeEntry $entry): string
    {
        $hazards = Fields::allNamed($entry->payload['hazards'] ?? null);
        $parts = array_unique(array_map(static fn (array $h): string => \is_string($h['part'] ?? null) ? $h['part'] : '', $hazards));
        $reason = self::text($entry, 'reason');

        return [] === $hazards ? '' : \sprintf('Against %s on the record: %s', implode(', ', $parts), '' === $reason ? 'no reason given' : $reason);
    }
}
