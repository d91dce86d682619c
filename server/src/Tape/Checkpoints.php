<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Types\Types;
use Yew\Core\Codec\BadData;
use Yew\Core\Job\UnitState;
use Yew\Core\Station\Stations;
use Yew\Server\Job\Entity\JobUnit;

/**
 * States on the way through a tape: one for each hundred entries of the newest thousand, one for each thousand before.
 *
 * Each holds what was folded up to one entry in the order of observation; what comes to lie before that entry ends it.
 */
final readonly class Checkpoints
{
    private const NEAR = 100;
    private const FAR = 1000;

    public function __construct(private Connection $connection, private Stations $stations)
    {
    }

    /** The last state at or before a position, with the position that it holds; null where the tape is folded from its beginning. */
    public function before(JobUnit $unit, TapePosition $position): ?Checkpoint
    {
        $row = $this->connection->fetchAssociative(
            'SELECT observed_at, job_sequence, document FROM bench_checkpoint WHERE job_id = ? AND unit_id = ? AND (observed_at, job_sequence) < (?, ?) ORDER BY observed_at DESC, job_sequence DESC LIMIT 1',
            [$unit->job->id, $unit->unit->id, $position->observedAt, $position->jobSequence], [Types::GUID, Types::GUID, 'instant', Types::BIGINT],
        );
        if (false === $row) {
            return null;
        }
        $document = $this->connection->convertToPHPValue($row['document'], Types::JSON);
        $at = $this->connection->convertToPHPValue($row['observed_at'], 'instant');
        try {
            $state = \is_array($document) ? Benches::decoded($document, $this->stations->tests) : null;
        } catch (BadData) {
            return null;
        }

        return null === $state || !$at instanceof \DateTimeImmutable || !is_numeric($row['job_sequence']) ? null : new Checkpoint($state, new TapePosition($at, (int) $row['job_sequence']));
    }

    /** Keeps the state after an entry, where one belongs there. Call it while the unit is locked. */
    public function keep(JobUnit $unit, TapeRow $entry, UnitState $state, int $newest): void
    {
        $sequence = $entry->unitSequence;
        if (0 !== $sequence % self::NEAR || ($sequence <= $newest - self::FAR && 0 !== $sequence % self::FAR)) {
            return;
        }
        $this->connection->executeStatement(
            'INSERT INTO bench_checkpoint (job_id, unit_id, unit_sequence, observed_at, job_sequence, document) VALUES (?, ?, ?, ?, ?, ?)
             ON CONFLICT (job_id, unit_id, unit_sequence) DO UPDATE SET observed_at = EXCLUDED.observed_at, job_sequence = EXCLUDED.job_sequence, document = EXCLUDED.document',
            [$unit->job->id, $unit->unit->id, $sequence, $entry->position->observedAt, $entry->position->jobSequence, Benches::encoded($state)], [Types::GUID, Types::GUID, Types::BIGINT, 'instant', Types::BIGINT, Types::JSON],
        );
        $this->connection->executeStatement('DELETE FROM bench_checkpoint WHERE job_id = ? AND unit_id = ? AND unit_sequence <= ? AND unit_sequence % ? <> 0', [$unit->job->id, $unit->unit->id, $newest - self::FAR, self::FAR]);
    }

    /** Something came to lie at a position, or what lay there no longer counts: what was folded over it says nothing any more. */
    public function drop(JobUnit $unit, TapePosition $from): void
    {
        $this->connection->executeStatement(
            'DELETE FROM bench_checkpoint WHERE job_id = ? AND unit_id = ? AND (observed_at, job_sequence) >= (?, ?)',
            [$unit->job->id, $unit->unit->id, $from->observedAt, $from->jobSequence], [Types::GUID, Types::GUID, 'instant', Types::BIGINT],
        );
    }

    public function dropAll(JobUnit $unit): void
    {
        $this->connection->executeStatement('DELETE FROM bench_checkpoint WHERE job_id = ? AND unit_id = ?', [$unit->job->id, $unit->unit->id]);
    }
}
