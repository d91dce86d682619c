<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\DBAL\Connection;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\FittedChange;

/** What the tapes of all units say of labelled tubes: which changes concern them, and when the units were heated. */
final readonly class SocketRecord
{
    private const LIVE = ['ramping', 'energised'];

    public function __construct(private Connection $connection)
    {
    }

    /**
     * Every change of the units in which a labelled tube ever stood.
     *
     * @param string|null $label only of the units that one tube ever stood in
     *
     * @return array<string, list<array{float, FittedChange}>> by unit, oldest first, with seconds since the epoch
     */
    public function changes(?string $label = null): array
    {
        $rows = $this->connection->fetchAllAssociative(
            "SELECT unit_id, payload, EXTRACT(EPOCH FROM observed_at) AS at FROM tape_entry e
             WHERE kind = 'as-fitted' AND refusal IS NULL AND ".TapeReader::COUNTS." AND unit_id IN (SELECT unit_id FROM tape_entry WHERE kind = 'as-fitted' AND refusal IS NULL AND ".(null === $label ? "payload->'change'->>'tubeId' IS NOT NULL" : "payload->'change'->>'tubeId' = :label").')
             ORDER BY unit_id, observed_at, job_sequence',
            null === $label ? [] : ['label' => $label],
        );
        $changes = [];
        foreach ($rows as $row) {
            $change = self::change($row);
            if (null !== $change) {
                $changes[\is_string($row['unit_id']) ? $row['unit_id'] : ''][] = $change;
            }
        }

        return $changes;
    }

    /** @return list<array{float, FittedChange}> every change of a unit that counts, oldest first, with seconds since the epoch */
    public function ofUnit(string $unitId): array
    {
        $rows = $this->connection->fetchAllAssociative("SELECT payload, EXTRACT(EPOCH FROM observed_at) AS at FROM tape_entry e WHERE unit_id = :unit AND kind = 'as-fitted' AND refusal IS NULL AND ".TapeReader::COUNTS.' ORDER BY observed_at, job_sequence', ['unit' => $unitId]);

        return array_values(array_filter(array_map(self::change(...), $rows)));
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array{float, FittedChange}|null null for what an earlier version took in another form
     */
    private static function change(array $row): ?array
    {
        try {
            return [is_numeric($row['at']) ? (float) $row['at'] : 0.0, FittedChange::fromFields(Fields::of(json_decode(\is_string($row['payload']) ? $row['payload'] : '', true)))];
        } catch (BadData) {
            return null;
        }
    }

    /**
     * From when to when a unit was under power; until now where nobody switched it off.
     *
     * @return list<array{float, float}> seconds since the epoch
     */
    public function powered(string $unitId, float $now): array
    {
        $rows = $this->connection->fetchAllAssociative("SELECT payload->>'to' AS to, EXTRACT(EPOCH FROM observed_at) AS at FROM tape_entry e WHERE unit_id = :unit AND kind = 'state-change' AND refusal IS NULL AND ".TapeReader::COUNTS.' ORDER BY observed_at, job_sequence', ['unit' => $unitId]);
        $intervals = [];
        $on = null;
        foreach ([...$rows, ['to' => 'discharging', 'at' => $now]] as $row) {
            $at = is_numeric($row['at']) ? (float) $row['at'] : $now;
            $live = \in_array($row['to'], self::LIVE, true);
            if ($live) {
                $on ??= $at;
            } elseif (null !== $on) {
                $intervals[] = [$on, $at];
                $on = null;
            }
        }

        return $intervals;
    }
}
