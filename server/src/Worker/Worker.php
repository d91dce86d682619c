<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

use Doctrine\DBAL\Connection;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\HttpKernel\DependencyInjection\ServicesResetterInterface;

/**
 * Does what waits in the table, one after the other. Whoever works on a row holds PostgreSQL's advisory lock on it: a worker that dies
 * loses it with its connection, and the next takes the row up again, three times at most.
 */
final class Worker implements Progress
{
    /** First numbers of the advisory locks: on a row, and of whoever is a worker at all. */
    private const ROW = 7001;
    public const PRESENCE = 7002;
    private const MOST_TRIES = 3;
    private const MOST_LOOKED_AT = 50;
    /** It is told of what comes; it looks by itself as often as that, for rows of a worker that died, ms. */
    private const LOOK_MILLISECONDS = 1000;
    private const STEP_SECONDS = 0.2;

    private bool $isStopping = false;

    private ?string $now = null;

    private string $stage = '';

    private float $saidAt = 0.0;

    /** @param iterable<LongWork> $works */
    public function __construct(private readonly Connection $connection, private readonly Computations $computations, #[AutowireIterator('yew.long_work')] private readonly iterable $works, private readonly ServicesResetterInterface $resetter, private readonly LoggerInterface $logger)
    {
    }

    /** Until it is stopped. */
    public function run(): void
    {
        $pdo = $this->connection->getNativeConnection();
        \assert($pdo instanceof \PDO);
        $this->connection->executeStatement('SELECT pg_advisory_lock_shared(?, 0)', [self::PRESENCE]);
        $this->connection->executeStatement('LISTEN computation'); // first listen, then look: nothing falls between
        while (!$this->isStopping) {
            if (!$this->next()) {
                $pdo->pgsqlGetNotify(\PDO::FETCH_ASSOC, self::LOOK_MILLISECONDS);
            }
        }
    }

    /** What it is at goes back to what waits at its next step. */
    public function stop(): void
    {
        $this->isStopping = true;
    }

    /** Does all that waits, and no more. */
    public function workOff(): void
    {
        while ($this->next()) {
        }
    }

    public function reach(string $stage, float $share): void
    {
        if ($this->isStopping) {
            throw new Ended(false);
        }
        if ($stage === $this->stage && microtime(true) - $this->saidAt < self::STEP_SECONDS) {
            return;
        }
        [$this->stage, $this->saidAt] = [$stage, microtime(true)];
        if (true === $this->connection->fetchOne('UPDATE computation SET stage = ?, share = ? WHERE id = ? RETURNING is_to_end', [$stage, max(0.0, min(1.0, $share)), $this->now])) {
            throw new Ended(true);
        }
    }

    /** @return bool whether there was anything to do */
    private function next(): bool
    {
        $ids = $this->connection->fetchFirstColumn("SELECT id FROM computation WHERE state IN ('waiting', 'running') ORDER BY asked_at, id LIMIT ".self::MOST_LOOKED_AT);
        foreach ($ids as $id) {
            if (!\is_string($id) || true !== $this->connection->fetchOne('SELECT pg_try_advisory_lock(?, hashtext(?))', [self::ROW, $id])) {
                continue;
            }
            try {
                if ($this->take($id)) {
                    return true;
                }
            } finally {
                $this->connection->executeStatement('SELECT pg_advisory_unlock(?, hashtext(?))', [self::ROW, $id]);
            }
        }

        return false;
    }

    /** @return bool whether it was worked on: another worker may have done it before the lock was had */
    private function take(string $id): bool
    {
        $asked = $this->computations->find($id);
        if (null === $asked || $asked->state->isOver()) {
            return false;
        }
        if ($asked->isToEnd || $asked->tries >= self::MOST_TRIES) {
            $this->over($id, $asked->isToEnd ? ComputationState::Cancelled : ComputationState::Failed);

            return true;
        }
        $this->connection->executeStatement("UPDATE computation SET state = 'running', tries = tries + 1 WHERE id = ?", [$id]);
        [$this->now, $this->stage] = [$id, ''];
        try {
            $this->work($asked->kind)->run($asked, $this);
            $this->over($id, ComputationState::Done);
        } catch (Ended $e) {
            if ($e->byCancel) {
                $this->over($id, ComputationState::Cancelled);
            } else {
                $this->connection->executeStatement("UPDATE computation SET state = 'waiting', tries = tries - 1, stage = '', share = 0 WHERE id = ?", [$id]);
            }
        } catch (\Throwable $e) {
            $this->logger->error('The {kind} {id} could not be made: {reason}', ['kind' => $asked->kind, 'id' => $id, 'reason' => $e->getMessage(), 'exception' => $e]);
            $this->over($id, ComputationState::Failed);
        } finally {
            $this->now = null;
            $this->resetter->reset();
        }

        return true;
    }

    private function over(string $id, ComputationState $state): void
    {
        $this->connection->executeStatement('UPDATE computation SET state = ? WHERE id = ?', [$state->value, $id]);
    }

    private function work(string $kind): LongWork
    {
        foreach ($this->works as $work) {
            if ($work->kind() === $kind) {
                return $work;
            }
        }
        throw new \RuntimeException('nobody knows how to make that');
    }
}
