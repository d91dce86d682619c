<?php

declare(strict_types=1);

namespace Yew\Server\Live;

use Amp\ByteStream\StreamException;
use Amp\Socket\Socket;
use Revolt\EventLoop;

/** One browser that listens. What it does not read in time waits here; too much, and its line is cut: it comes back and asks what it missed. */
final class Stream
{
    private const MOST_PENDING = 262144;

    private string $pending = '';

    private bool $isWriting = false;

    private bool $isGone = false;

    public function __construct(private readonly Socket $socket, public readonly string $personId)
    {
    }

    public function send(string $bytes): void
    {
        if ($this->isGone) {
            return;
        }
        $this->pending .= $bytes;
        if (\strlen($this->pending) > self::MOST_PENDING) {
            $this->end();
        } elseif (!$this->isWriting) {
            $this->isWriting = true;
            EventLoop::queue($this->drain(...));
        }
    }

    public function end(): void
    {
        $this->isGone = true;
        $this->pending = '';
        $this->socket->close();
    }

    private function drain(): void
    {
        try {
            while ('' !== $this->pending) {
                [$bytes, $this->pending] = [$this->pending, ''];
                $this->socket->write($bytes);
            }
        } catch (StreamException) {
            $this->end();
        }
        $this->isWriting = false;
    }
}
