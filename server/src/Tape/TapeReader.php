<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Exchange;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\BenchRecord;
use Yew\Core\Job\EntryTrace;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\Stations;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Server\Tape\Entity\TapeEntry;

/** Reads the tape. */
final class TapeReader implements ResetInterface
{
    /** Of an entry `e`: no correction took it back (contract §4). */
    public const COUNTS = "NOT EXISTS (SELECT FROM tape_entry c WHERE c.unit_id = e.unit_id AND c.kind = 'correction' AND c.refusal IS NULL AND c.payload->>'corrects' = e.id::text)";

    /** @var array<string, array<string, float>> volts by point key, by unit and job; other jobs do not change while one request is answered */
    private array $lastVisits = [];
    /** @var array<string, FittedChanges> by unit and job */
    private array $fittedBefore = [];

    /** @var array<string, TestRecord> by unit and job */
    private array $testsBefore = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly Connection $connection, private readonly Stations $stations)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->lastVisits = $this->fittedBefore = $this->testsBefore = [];
    }

    public function find(string $id): ?TapeEntry
    {
        return $this->em->getRepository(TapeEntry::class)->find($id);
    }

    /** The newest entry that put a unit on the mains, on one job; null where none did. */
    public function lastPowerOn(string $jobId, string $unitId): ?TapeEntry
    {
        $id = $this->connection->fetchOne("SELECT id FROM tape_entry WHERE job_id = ? AND unit_id = ? AND kind = 'state-change' AND payload->>'to' = 'ramping' AND refusal IS NULL ORDER BY observed_at DESC, job_sequence DESC LIMIT 1", [$jobId, $unitId]);

        return \is_string($id) ? $this->find($id) : null;
    }

    /** As much of an entry as another needs that points at it; null where there is none. */
    public function trace(string $id): ?EntryTrace
    {
        $entry = Uuid::isValid($id) ? $this->find($id) : null;

        return null === $entry ? null : new EntryTrace($entry->kind, $entry->jobId, $entry->unitId, null !== $entry->refusal);
    }

    /** The entry that this person's device sent before; null for its first. */
    public function before(string $personId, string $device, int $counter): ?Exchange
    {
        $row = $this->connection->fetchAssociative(
            'SELECT EXTRACT(EPOCH FROM observed_at) AS observed, EXTRACT(EPOCH FROM received_at) AS received FROM tape_entry
             WHERE person_id = :person AND device = :device AND counter < :counter ORDER BY counter DESC LIMIT 1',
            ['person' => $personId, 'device' => $device, 'counter' => $counter],
        );

        return false === $row || !is_numeric($row['observed']) || !is_numeric($row['received']) ? null : new Exchange((float) $row['observed'], (float) $row['received']);
    }

    /**
     * Entries of a job that concern the unit, in the order they were observed.
     *
     * @param TapePosition|null       $from  only what lies behind it
     * @param \DateTimeImmutable|null $until only up to this moment
     *
     * @return list<TapeRow>
     */
    public function ofUnit(string $jobId, string $unitId, ?TapePosition $from = null, ?\DateTimeImmutable $until = null): array
    {
        $query = $this->connection->createQueryBuilder()
            ->select('id', 'kind', 'payload', 'person_id', 'observed_at', 'EXTRACT(EPOCH FROM received_at) AS received', 'unit_sequence', 'job_sequence', 'judgement', 'refusal IS NOT NULL AS refused')
            ->from('tape_entry')->where('job_id = :job AND unit_id = :unit')->orderBy('observed_at')->addOrderBy('job_sequence')->setParameter('job', $jobId)->setParameter('unit', $unitId);
        if (null !== $from) {
            $query->andWhere('(observed_at, job_sequence) > (:from, :sequence)')->setParameter('from', $from->observedAt, 'instant')->setParameter('sequence', $from->jobSequence);
        }
        if (null !== $until) {
            $query->andWhere('observed_at <= :until')->setParameter('until', $until, 'instant');
        }

        return array_map($this->row(...), array_values($query->fetchAllAssociative()));
    }

    /** @param array<string, mixed> $row */
    private function row(array $row): TapeRow
    {
        $text = static fn (string $name): string => \is_string($row[$name]) ? $row[$name] : '';
        $number = static fn (string $name): int => is_numeric($row[$name]) ? (int) $row[$name] : 0;
        $json = static fn (string $name): ?array => null === $row[$name] ? null : Fields::named(json_decode($text($name), true));

        return new TapeRow(
            $text('id'), $text('kind'), $json('payload') ?? [], $text('person_id'), new TapePosition(new \DateTimeImmutable($text('observed_at')), $number('job_sequence')),
            is_numeric($row['received']) ? (float) $row['received'] : 0.0, $number('unit_sequence'), $json('judgement'), true === $row['refused'],
        );
    }

    /**
     * @param string|null $jobId null for all jobs of the unit
     *
     * @return array<string, true> ids of what corrections took back
     */
    public function withdrawn(?string $jobId, string $unitId): array
    {
        $ids = $this->connection->fetchFirstColumn("SELECT payload->>'corrects' FROM tape_entry WHERE unit_id = :unit AND (:job::uuid IS NULL OR job_id = :job) AND kind = 'correction' AND refusal IS NULL AND payload->>'corrects' IS NOT NULL", ['unit' => $unitId, 'job' => $jobId]);

        return array_fill_keys(array_filter($ids, is_string(...)), true);
    }

    /**
     * A page of a job's tape in the order of arrival: what came after a sequence, or the last before one.
     *
     * @param int|null $after  null for the newest
     * @param int|null $before null for the end
     *
     * @return list<TapeEntry> oldest first
     */
    public function page(string $jobId, ?int $after, ?int $before, int $most): array
    {
        $query = $this->em->createQueryBuilder()->select('e')->from(TapeEntry::class, 'e')->where('e.jobId = :job')->setParameter('job', $jobId)->setMaxResults($most);
        if (null !== $after) {
            return self::entries($query->andWhere('e.jobSequence > :after')->setParameter('after', $after)->orderBy('e.jobSequence')->getQuery()->getResult());
        }
        if (null !== $before) {
            $query->andWhere('e.jobSequence < :before')->setParameter('before', $before);
        }

        return array_reverse(self::entries($query->orderBy('e.jobSequence', 'DESC')->getQuery()->getResult()));
    }

    /** Whether a job is there and its tape holds nothing after a sequence. */
    public function endsBy(string $jobId, int $sequence): bool
    {
        return Uuid::isValid($jobId) && true === $this->connection->fetchOne('SELECT EXISTS (SELECT FROM job WHERE id = :job) AND NOT EXISTS (SELECT FROM tape_entry WHERE job_id = :job AND job_sequence > :after)', ['job' => $jobId, 'after' => $sequence]);
    }

    /** @return iterable<TapeEntry> all entries of a job in the order they arrived, a few at a time: a long tape is not held whole */
    public function each(string $jobId): iterable
    {
        $after = 0;
        do {
            $page = $this->page($jobId, $after, null, 500);
            foreach ($page as $entry) {
                $after = $entry->jobSequence;
                yield $entry;
                $this->em->detach($entry);
            }
        } while (500 === \count($page));
    }

    /** What the unit's other jobs had changed on it when this job was booked in. */
    public function fittedBefore(string $unitId, string $jobId, \DateTimeImmutable $bookedIn): FittedChanges
    {
        return $this->fittedBefore[$unitId.$jobId] ??= $this->readFittedBefore($unitId, $jobId, $bookedIn);
    }

    private function readFittedBefore(string $unitId, string $jobId, \DateTimeImmutable $bookedIn): FittedChanges
    {
        $entries = $this->em->createQuery('SELECT e FROM '.TapeEntry::class." e WHERE e.unitId = :unit AND e.jobId <> :job AND e.kind = 'as-fitted' AND e.observedAt < :bookedIn ORDER BY e.observedAt, e.jobSequence")
            ->setParameter('unit', $unitId)->setParameter('job', $jobId)->setParameter('bookedIn', $bookedIn, 'instant')->getResult();
        $withdrawn = $this->withdrawn(null, $unitId);
        $held = array_filter(self::entries($entries), static fn (TapeEntry $e): bool => null === $e->refusal && !isset($withdrawn[$e->id]));

        return new FittedChanges(array_values(array_map(static fn (TapeEntry $e): FittedChange => FittedChange::fromFields(Fields::of($e->payload)), $held)));
    }

    /** What was tested on the unit's other jobs, before this one was booked in, as far as it is of parts that were in there last. */
    public function testsBefore(string $unitId, string $jobId, \DateTimeImmutable $bookedIn): TestRecord
    {
        return $this->testsBefore[$unitId.$jobId] ??= $this->readTestsBefore($unitId, $jobId, $bookedIn);
    }

    private function readTestsBefore(string $unitId, string $jobId, \DateTimeImmutable $bookedIn): TestRecord
    {
        $entries = $this->em->createQuery('SELECT e FROM '.TapeEntry::class." e WHERE e.unitId = :unit AND e.jobId <> :job AND e.kind IN ('trial', 'as-fitted') AND e.observedAt < :bookedIn ORDER BY e.observedAt, e.jobSequence")
            ->setParameter('unit', $unitId)->setParameter('job', $jobId)->setParameter('bookedIn', $bookedIn, 'instant')->getResult();
        $record = new BenchRecord();
        $withdrawn = $this->withdrawn(null, $unitId);
        foreach (self::entries($entries) as $entry) {
            if (null !== $entry->refusal || isset($withdrawn[$entry->id])) {
                continue;
            }
            $fields = Fields::of($entry->payload);
            $kind = 'trial' === $entry->kind ? $this->stations->tests->find($fields->optionalText('test')) : null;
            try {
                if (null !== $kind) {
                    $record->test(TakenTest::kept($kind, $fields)->of($entry->id, $entry->observedSeconds()));
                } elseif ('as-fitted' === $entry->kind) {
                    $record->renew(FittedChange::fromFields($fields));
                }
            } catch (BadData) {
                continue; // taken by an earlier version in another form
            }
        }

        return new TestRecord($record->tests()->all);
    }

    /** @return array<string, float> last value read at each point on the unit's other jobs, volts by point key */
    public function lastVisit(string $unitId, string $jobId): array
    {
        return $this->lastVisits[$unitId.$jobId] ??= $this->readLastVisit($unitId, $jobId);
    }

    /** @return array<string, float> */
    private function readLastVisit(string $unitId, string $jobId): array
    {
        $rows = $this->connection->fetchAllAssociative(
            "SELECT DISTINCT ON (payload->>'place', payload->>'function') payload->>'place' AS place, payload->>'function' AS function, payload->>'value' AS value
             FROM tape_entry e WHERE unit_id = :unit AND job_id <> :job AND kind = 'reading' AND refusal IS NULL AND payload->>'kind' = 'value'
             AND ".self::COUNTS."
             ORDER BY payload->>'place', payload->>'function', observed_at DESC",
            ['unit' => $unitId, 'job' => $jobId],
        );
        $volts = [];
        foreach ($rows as $row) {
            $function = \is_string($row['function']) ? MeterFunction::tryFrom($row['function']) : null;
            if (null !== $function && \is_string($row['place']) && is_numeric($row['value'])) {
                $volts[TestPoint::keyOf($row['place'], $function)] = (float) $row['value'];
            }
        }

        return $volts;
    }

    /** @return list<TapeEntry> */
    private static function entries(mixed $result): array
    {
        return \is_array($result) ? array_values(array_filter($result, static fn (mixed $e): bool => $e instanceof TapeEntry)) : [];
    }
}
