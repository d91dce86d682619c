<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Amp\Sync\LocalMutex;
use Doctrine\DBAL\Connection;
use Revolt\EventLoop;
use Yew\Core\Codec\Fields;

/**
 * PostgreSQL without ever holding up the loop: asynchronous connect, one question after the other, and what it tells by NOTIFY.
 *
 * pg_get_notify and pg_connection_busy read too: when they meet the end of the line, libpq closes the descriptor, and the watcher left
 * on it would end the loop. After each the connection's state is looked at, and the watcher taken away.
 */
final class Database
{
    private const CONNECT_SECONDS = 5.0;
    private const ANSWER_SECONDS = 10.0;

    private ?\PgSql\Connection $connection = null;

    private ?string $watch = null;

    private readonly LocalMutex $mutex;

    /** @param string $dsn as libpq takes it */
    public function __construct(private readonly string $dsn)
    {
        $this->mutex = new LocalMutex();
    }

    /** Where the application's own connection goes, as libpq takes it. */
    public static function dsn(Connection $connection): string
    {
        $parts = [];
        foreach (['host' => 'host', 'port' => 'port', 'dbname' => 'dbname', 'user' => 'user', 'password' => 'password'] as $libpq => $doctrine) {
            $value = $connection->getParams()[$doctrine] ?? null;
            $parts[] = \is_scalar($value) ? $libpq."='".addcslashes((string) $value, "'\\")."'" : '';
        }

        return trim(implode(' ', $parts).' connect_timeout=5');
    }

    /**
     * Connects by itself; fibers wait here for each other.
     *
     * @param list<scalar|null> $arguments
     *
     * @return list<array<string, string|null>>
     *
     * @throws DatabaseAway
     * @throws \RuntimeException where it refuses the question
     */
    public function query(string $sql, array $arguments = []): array
    {
        $lock = $this->mutex->acquire();
        try {
            if (null === $this->connection) {
                $this->open();
            }

            return $this->ask($sql, $arguments);
        } finally {
            $lock->release();
        }
    }

    /**
     * What is told on the channels that were listened to.
     *
     * @param \Closure(string, string): void $told channel and payload
     * @param \Closure(): void               $lost once, when the connection is gone
     *
     * @throws DatabaseAway
     */
    public function follow(\Closure $told, \Closure $lost): void
    {
        $connection = $this->connection ?? throw new DatabaseAway('not connected');
        $this->unwatch();
        $socket = pg_socket($connection);
        $this->watch = EventLoop::onReadable(false === $socket ? throw new DatabaseAway('no socket') : $socket, function () use ($connection, $told, $lost): void {
            if (!@pg_consume_input($connection) || !self::isUp($connection)) {
                $this->close();
                $lost();

                return;
            }
            // By truth, not by `false !==`: opcache holds that the function never gives false, and folds the comparison away.
            while ($notice = @pg_get_notify($connection, \PGSQL_ASSOC)) {
                if (\is_string($notice['message'] ?? null)) {
                    $told($notice['message'], \is_string($notice['payload'] ?? null) ? $notice['payload'] : '');
                }
            }
            if (!self::isUp($connection)) {
                $this->close();
                $lost();
            }
        });
    }

    /** @phpstan-impure */
    private static function isUp(\PgSql\Connection $connection): bool
    {
        return \PGSQL_CONNECTION_OK === pg_connection_status($connection);
    }

    public function close(): void
    {
        $this->unwatch();
        if (null !== $this->connection) {
            @pg_close($this->connection);
            $this->connection = null;
        }
    }

    /** A watcher that is left on a line that libpq closed would end the whole loop. */
    private function unwatch(): void
    {
        if (null !== $this->watch) {
            EventLoop::cancel($this->watch);
            $this->watch = null;
        }
    }

    /** @throws DatabaseAway */
    private function open(): void
    {
        $this->close();
        $connection = @pg_connect($this->dsn, \PGSQL_CONNECT_ASYNC | \PGSQL_CONNECT_FORCE_NEW);
        if (false === $connection) {
            throw new DatabaseAway('refused');
        }
        $until = microtime(true) + self::CONNECT_SECONDS;
        while (true) {
            $state = @pg_connect_poll($connection);
            if (\PGSQL_POLLING_OK === $state) {
                break;
            }
            if (\PGSQL_POLLING_FAILED === $state || microtime(true) > $until) {
                $words = pg_last_error($connection);
                @pg_close($connection);
                throw new DatabaseAway($words);
            }
            $socket = @pg_socket($connection);
            if (false === $socket) {
                throw new DatabaseAway('no socket');
            }
            $this->wait($socket, \PGSQL_POLLING_WRITING === $state, self::CONNECT_SECONDS);
        }
        $this->connection = $connection;
    }

    /**
     * @param list<scalar|null> $arguments
     *
     * @return list<array<string, string|null>>
     *
     * @throws DatabaseAway
     */
    private function ask(string $sql, array $arguments): array
    {
        $connection = $this->connection ?? throw new DatabaseAway('not connected');
        if (true !== @pg_send_query_params($connection, $sql, $arguments)) {
            $this->close();
            throw new DatabaseAway('could not be asked');
        }
        while (true) {
            if (!@pg_consume_input($connection)) {
                $this->close();
                throw new DatabaseAway('lost while reading');
            }
            if (!@pg_connection_busy($connection)) {
                break;
            }
            $socket = self::isUp($connection) ? pg_socket($connection) : false;
            if (false === $socket) {
                $this->close();
                throw new DatabaseAway('lost while waiting');
            }
            $this->wait($socket, false, self::ANSWER_SECONDS);
        }
        $rows = [];
        $error = $code = '';
        while ($result = pg_get_result($connection)) {
            $error .= (string) pg_result_error($result);
            $code .= (string) pg_result_error_field($result, \PGSQL_DIAG_SQLSTATE);
            if (\PGSQL_TUPLES_OK === pg_result_status($result)) {
                foreach (pg_fetch_all($result) as $row) {
                    $rows[] = array_map(static fn (mixed $v): ?string => \is_scalar($v) ? (string) $v : null, Fields::named($row));
                }
            }
        }
        if ('' === $error) {
            return $rows;
        }
        // Cut off by its keeper, or shutting down: the line is as good as gone, whatever it says of itself.
        if (!self::isUp($connection) || 1 === preg_match('/^(57P|08)/', $code)) {
            $this->close();
            throw new DatabaseAway($error);
        }
        throw new \RuntimeException($error);
    }

    /**
     * @param resource $stream
     *
     * @throws DatabaseAway
     */
    private function wait($stream, bool $forWriting, float $seconds): void
    {
        $suspension = EventLoop::getSuspension();
        $ready = static function () use ($suspension): void {
            $suspension->resume(true);
        };
        $watch = $forWriting ? EventLoop::onWritable($stream, $ready) : EventLoop::onReadable($stream, $ready);
        $timer = EventLoop::delay($seconds, static function () use ($suspension): void {
            $suspension->resume(false);
        });
        $came = $suspension->suspend();
        EventLoop::cancel($watch);
        EventLoop::cancel($timer);
        if (true !== $came) {
            $this->close();
            throw new DatabaseAway('no answer');
        }
    }
}
