<?php

declare(strict_types=1);

namespace Yew\Server\Http;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
use League\Flysystem\UnableToWriteFile;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Yew\Core\Codec\BadData;

/** Every error under /api leaves as a problem document, whatever the client says it accepts. */
final readonly class ProblemListener
{
    public function __construct(private LoggerInterface $logger, private Room $room)
    {
    }

    #[AsEventListener(priority: 250)]
    public function onRequest(RequestEvent $event): void
    {
        if (str_starts_with($event->getRequest()->getPathInfo(), '/api/')) {
            $event->getRequest()->setRequestFormat('json');
        }
    }

    #[AsEventListener(priority: -64)]
    public function onException(ExceptionEvent $event): void
    {
        $e = $event->getThrowable();
        if ($e instanceof AccessDeniedException || $e instanceof AuthenticationException) {
            return;
        }
        $database = self::databaseAway($e);
        if ($database || self::isFault($e)) {
            try {
                $this->logger->error($e->getMessage(), ['exception' => $e]);
            } catch (\Throwable) {
                // A log that cannot be written, as on a full disk, is no reason to answer nothing.
            }
        }
        if ($database) {
            // Who asks could not be looked up; the session is left as it is, or the firewall would write “nobody” into it and sign everyone out.
            $event->getRequest()->attributes->remove('_security_firewall_run');
        }
        $event->setResponse(match (true) {
            $this->diskFull($e) => new Problem(507, 'No room', 'The server’s disk is full, so nothing was stored. What you typed is kept here and goes out when there is room.'),
            $database => new Problem(503, 'Database away', 'The database does not answer. What you typed is kept here and goes out when it is back.'),
            $e instanceof Refused => new Problem($e->status, $e->title, $e->getMessage(), $e->more),
            $e instanceof BadData => new Problem(422, 'Cannot be read', $e->getMessage(), ['path' => $e->path]),
            $e instanceof HttpExceptionInterface => new Problem($e->getStatusCode(), 'Not possible', match ($e->getStatusCode()) {
                403 => 'Your role may not do this.',
                404 => 'There is nothing at this address.',
                405 => 'This address does not take that kind of request.',
                default => $e->getMessage(),
            }),
            default => new Problem(500, 'Fault in the program', 'Something went wrong on our side; it is in the log. Nothing that you typed is lost.'),
        });
    }

    /** The database says so by its code (SQLSTATE 53100, disk full), files by the system’s message; what fails in any other way on a full disk fails for that. */
    private function diskFull(\Throwable $e): bool
    {
        for ($cause = $e; null !== $cause; $cause = $cause->getPrevious()) {
            if ($cause instanceof DriverException && '53100' === $cause->getSQLState() || $cause instanceof NoRoom || $cause instanceof UnableToWriteFile || 1 === preg_match('/No space left on device|Disk quota exceeded/', $cause->getMessage())) {
                return true;
            }
        }

        return self::isFault($e) && $this->room->isFull();
    }

    /** Not meant: neither a refusal nor something that could not be read. */
    private static function isFault(\Throwable $e): bool
    {
        return !$e instanceof Refused && !$e instanceof BadData && !$e instanceof HttpExceptionInterface;
    }

    private static function databaseAway(\Throwable $e): bool
    {
        for ($cause = $e; null !== $cause; $cause = $cause->getPrevious()) {
            if ($cause instanceof ConnectionException || ($cause instanceof DriverException && 1 === preg_match('/^(08|57|53300$)/D', (string) $cause->getSQLState()))) {
                return true;
            }
            if ($cause instanceof \PDOException && 1 === preg_match('/server closed the connection|no connection to the server|Connection refused|terminating connection|the database system is/', $cause->getMessage())) {
                return true;
            }
        }

        return false;
    }
}
