<?php

declare(strict_types=1);

namespace Yew\Stands\Door;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Yew\Stands\Bench\Hands;

use function Amp\async;
use function Amp\Socket\listen;

/** The stand's front: one page, what can be seen (GET /state) and what hands do (POST /hand, one line). On loopback, for its own page alone. */
final class PanelDoor
{
    private const MOST_HEAD = 8192;
    private const SECONDS = 5.0;

    private function __construct(private readonly Hands $hands, private readonly string $page, private readonly int $port)
    {
    }

    /** @throws \Amp\Socket\SocketException where the port is taken */
    public static function open(int $port, Hands $hands, string $page): void
    {
        $door = new self($hands, $page, $port);
        $server = listen('127.0.0.1:'.$port);
        async(static function () use ($server, $door): void {
            while (null !== $guest = $server->accept()) {
                async($door->serve(...), $guest);
            }
        });
    }

    private function serve(Socket $guest): void
    {
        try {
            $limit = new TimeoutCancellation(self::SECONDS);
            $asked = '';
            $end = false;
            while (false === $end) {
                $chunk = $guest->read($limit, 4096);
                if (null === $chunk || \strlen($asked .= $chunk) > self::MOST_HEAD) {
                    return;
                }
                $end = strpos($asked, "\r\n\r\n");
            }
            $head = substr($asked, 0, $end);
            $length = 1 === preg_match('/^Content-Length:\s*(\d{1,4})\s*$/mi', $head, $m) ? (int) $m[1] : 0;
            $body = substr($asked, $end + 4);
            while (\strlen($body) < min($length, Hands::MOST_LINE)) {
                $chunk = $guest->read($limit, 4096);
                if (null === $chunk) {
                    return;
                }
                $body .= $chunk;
            }
            [$status, $type, $answer] = $this->answer($head, $body, $length);
            $guest->write(\sprintf("HTTP/1.1 %s\r\nContent-Type: %s\r\nContent-Length: %d\r\nCache-Control: no-store\r\nX-Content-Type-Options: nosniff\r\nContent-Security-Policy: default-src 'none'; connect-src 'self'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; frame-ancestors 'none'\r\nConnection: close\r\n\r\n%s", $status, $type, \strlen($answer), $answer));
        } catch (StreamException|CancelledException) {
            // It went away, or never said what it wanted.
        } finally {
            $guest->close();
        }
    }

    /** @return array{string, string, string} status, type, body */
    private function answer(string $head, string $body, int $length): array
    {
        // A page from elsewhere, or a name that somebody made point here, moves no hands.
        $host = 1 === preg_match('/^Host:\s*(\S+)\s*$/mi', $head, $m) ? $m[1] : '';
        $origin = 1 === preg_match('/^Origin:\s*(\S+)\s*$/mi', $head, $o) ? $o[1] : null;
        if (!\in_array($host, ['127.0.0.1:'.$this->port, 'localhost:'.$this->port], true) || (null !== $origin && 'http://'.$host !== $origin)) {
            return ['403 Forbidden', 'text/plain; charset=utf-8', 'not from there'];
        }

        return match (true) {
            str_starts_with($head, 'GET / ') => ['200 OK', 'text/html; charset=utf-8', $this->page],
            str_starts_with($head, 'GET /state ') => ['200 OK', 'application/json', $this->hands->line('state')],
            str_starts_with($head, 'GET /places ') => ['200 OK', 'text/plain; charset=utf-8', $this->hands->line('places')],
            str_starts_with($head, 'POST /hand ') && $length > 0 && $length <= Hands::MOST_LINE && !str_starts_with(trim($body), 'quit') => ['200 OK', 'text/plain; charset=utf-8', $this->hands->line($body)],
            default => ['404 Not Found', 'text/plain; charset=utf-8', 'there is no such thing here'],
        };
    }
}
