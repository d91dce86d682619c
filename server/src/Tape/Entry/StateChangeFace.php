<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

use Yew\Core\Codec\Fields;
use Yew\Server\Tape\Entity\TapeEntry;

/** The chassis goes into another state. */
final class StateChangeFace extends ShippedFace
{
    public function kind(): string
    {
        return 'state-change';
    }

    public function serverFields(): array
    {
        return ['hazards'];
    }

    public function words(TapeEntry $entry): EntryWords
    {
        return new EntryWords(ucfirst(self::text($entry, 'to')), EntryWords::joined('. ', self::gates(Fields::named($entry->payload['gates'] ?? [])), self::hazards($entry)));
    }

    /** @param array<string, mixed> $gates */
    private static function gates(array $gates): string
    {
        $counts = array_count_values(array_filter($gates, is_string(...)));
        $unchecked = $counts['not-checked-by-the-tool'] ?? 0;
        $unsent = $counts['not-sent'] ?? 0;

        return EntryWords::joined(', ', 0 === $unchecked ? '' : \sprintf('%d gates not checked by the tool', $unchecked), 0 === $unsent ? '' : \sprintf('%d not sent', $unsent));
    }

    private static function hazards(TapeEntry $entry): string
    {
        $hazards = \is_array($entry->payload['hazards'] ?? null) ? array_map(Fields::named(...), $entry->payload['hazards']) : [];
        $parts = array_unique(array_map(static fn (array $h): string => \is_string($h['part'] ?? null) ? $h['part'] : '', $hazards));
        $reason = self::text($entry, 'reason');

        return [] === $hazards ? '' : \sprintf('Against %s on the record: %s', implode(', ', $parts), '' === $reason ? 'no reason given' : $reason);
    }
}
