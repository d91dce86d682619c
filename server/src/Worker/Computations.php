<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

use Doctrine\DBAL\Connection;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;

/** What was asked of the worker: a table of its own, read by whoever waits; an insert tells the worker at once. */
final readonly class Computations
{
    /** What may wait at once, per kind and job: a key that is held down asks no more than that. */
    private const MOST_WAITING = 20;

    public function __construct(private Connection $connection, private ClockInterface $clock)
    {
    }

    /** @throws TooMuchWaits */
    public function ask(string $kind, string $jobId, string $personId): Computation
    {
        if (self::MOST_WAITING <= \count(array_filter($this->ofJob($kind, $jobId), static fn (Computation $c): bool => !$c->state->isOver()))) {
            throw new TooMuchWaits();
        }
        $id = Uuid::v7()->toRfc4122();
        $this->connection->insert('computation', ['id' => $id, 'kind' => $kind, 'job_id' => $jobId, 'asked_at' => $this->clock->now()->format('Y-m-d H:i:s.uP'), 'asked_by' => $personId, 'state' => ComputationState::Waiting->value]);

        return $this->find($id) ?? throw new \LogicException('what was inserted is there');
    }

    public function find(string $id): ?Computation
    {
        return Uuid::isValid($id) ? $this->read('id = ?', [$id])[0] ?? null : null;
    }

    /** @return list<Computation> newest first */
    public function ofJob(string $kind, string $jobId): array
    {
        return $this->read('kind = ? AND job_id = ?', [$kind, $jobId]);
    }

    /** Asks for its end: at once where it waits, at the next step where it runs. What is over stays as it is. */
    public function cancel(string $id): void
    {
        $this->connection->executeStatement("UPDATE computation SET is_to_end = true, state = CASE WHEN state = 'waiting' THEN 'cancelled' ELSE state END WHERE id = ? AND state IN ('waiting', 'running')", [$id]);
    }

    /** @return array{running: bool, waiting: int} whether somebody works, and how much waits */
    public function worker(): array
    {
        return [
            'running' => 0 < self::count($this->connection->fetchOne("SELECT count(*) FROM pg_locks WHERE locktype = 'advisory' AND classid = ? AND database = (SELECT oid FROM pg_database WHERE datname = current_database())", [Worker::PRESENCE])),
            'waiting' => self::count($this->connection->fetchOne("SELECT count(*) FROM computation WHERE state = 'waiting'")),
        ];
    }

    private static function count(mixed $answer): int
    {
        return is_numeric($answer) ? (int) $answer : 0;
    }

    /**
     * @param list<string> $arguments
     *
     * @return list<Computation>
     */
    private function read(string $where, array $arguments): array
    {
        /** @var list<array{id: string, kind: string, job_id: string, asked_at: string, asked_by: string, state: string, stage: string, share: float|string, tries: int|string, is_to_end: bool}> $rows */
        $rows = $this->connection->fetchAllAssociative('SELECT id, kind, job_id, asked_at, asked_by, state, stage, share, tries, is_to_end FROM computation WHERE '.$where.' ORDER BY asked_at DESC, id DESC LIMIT 200', $arguments);

        return array_map(static fn (array $r): Computation => new Computation($r['id'], $r['kind'], $r['job_id'], new \DateTimeImmutable($r['asked_at']), $r['asked_by'], ComputationState::from($r['state']), $r['stage'], (float) $r['share'], (int) $r['tries'], $r['is_to_end']), $rows);
    }
}
