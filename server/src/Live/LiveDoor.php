<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\Socket\ResourceServerSocket;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Instrument\AnswerFault;

use function Amp\async;
use function Amp\Socket\listen;

/**
 * The process's own door, a socket that only the web server and its workers reach: streams for browsers (nginx says whose they are), and
 * short questions of the application.
 */
final class LiveDoor
{
    private const MOST_HEAD = 16384;
    private const HEAD_SECONDS = 5.0;
    /** After which a stream ends and shows its session again. */
    private const STREAM_SECONDS = 3600.0;
    private const MOST_STREAMS = 200;

    private int $streams = 0;

    private readonly ResourceServerSocket $server;

    /** @param string $path of the socket; 0600 */
    public function __construct(private readonly string $path, private readonly LiveProcess $process)
    {
        (new Filesystem())->mkdir(\dirname($path), 0o700);
        @unlink($path);
        umask(0o177);
        $this->server = listen('unix://'.$path);
        umask(0o022);
        async(function (): void {
            while (null !== $guest = $this->server->accept()) {
                async($this->serve(...), $guest);
            }
        });
    }

    public function close(): void
    {
        $this->server->close();
        @unlink($this->path);
    }

    private function serve(Socket $guest): void
    {
        try {
            $head = '';
            $limit = new TimeoutCancellation(self::HEAD_SECONDS);
            while (!str_contains($head, "\r\n\r\n")) {
                $chunk = $guest->read($limit, 4096);
                if (null === $chunk || \strlen($head .= $chunk) > self::MOST_HEAD) {
                    return;
                }
            }
            if (str_starts_with($head, 'GET /events')) {
                $this->stream($guest, $head);
            } else {
                $guest->write(self::response(...$this->answer($head)));
            }
        } catch (CancelledException|StreamException) {
            // It went away.
        } finally {
            $guest->close();
        }
    }

    private function stream(Socket $guest, string $head): void
    {
        $person = 1 === preg_match('/^X-Yew-Person:[ \t]*([0-9a-f-]{36})\r$/mi', $head, $m) ? $m[1] : null;
        if (null === $person || $this->streams >= self::MOST_STREAMS) {
            $guest->write(self::response(null === $person ? 403 : 503, []));

            return;
        }
        ++$this->streams;
        $stream = new Stream($guest, $person);
        try {
            $stream->send("HTTP/1.1 200 OK\r\nContent-Type: text/event-stream\r\nCache-Control: no-store\r\nConnection: close\r\n\r\nretry: 500\n\n");
            $this->process->follow($stream, self::since($head));
            $end = new TimeoutCancellation(self::STREAM_SECONDS);
            while (null !== $guest->read($end)) {
                // Until it goes, or its time is over.
            }
        } finally {
            --$this->streams;
            $this->process->leave($stream);
            $stream->end();
        }
    }

    /** @return array<string, int> job sequence that the browser knows, by job */
    private static function since(string $head): array
    {
        $since = [];
        if (1 === preg_match('/^GET \S*[?&]since=([0-9a-f:,%A-F-]{0,2000})/', $head, $m)) {
            foreach (explode(',', rawurldecode($m[1])) as $one) {
                [$job, $sequence] = [...explode(':', $one), ''];
                if (Uuid::isValid($job) && ctype_digit($sequence)) {
                    $since[strtolower($job)] = (int) $sequence;
                }
            }
        }

        return $since;
    }

    /** @return array{int, array<string, mixed>} */
    private function answer(string $head): array
    {
        try {
            if (str_starts_with($head, 'GET /status ')) {
                return [200, $this->process->status()];
            }
            if (1 === preg_match('~^POST /identify/([0-9a-f-]{36}) ~', $head, $m)) {
                return [200, ['identity' => $this->process->identify($m[1])]];
            }
            if (1 === preg_match('~^POST /reading/([0-9a-f-]{36})/([a-z-]{1,20}) ~', $head, $m)) {
                $function = MeterFunction::tryFrom($m[2]);

                return null === $function ? [404, []] : [200, ['value' => $this->process->readingOf($m[1], $function)]];
            }

            return [404, []];
        } catch (LineFault|AnswerFault $e) {
            return [409, ['why' => $e->getMessage()]];
        }
    }

    /** @param array<string, mixed> $data */
    private static function response(int $status, array $data): string
    {
        $body = json_encode((object) $data, \JSON_THROW_ON_ERROR);

        return \sprintf("HTTP/1.1 %d .\r\nContent-Type: application/json\r\nContent-Length: %d\r\nConnection: close\r\n\r\n%s", $status, \strlen($body), $body);
    }
}
