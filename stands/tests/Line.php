<?php

declare(strict_types=1);

namespace Yew\Stands\Tests;

/** A plain line to a door on loopback. */
final class Line
{
    /** @var resource */
    private $stream;

    public function __construct(int $port)
    {
        $stream = fsockopen('127.0.0.1', $port, timeout: 5.0);
        $this->stream = false === $stream ? throw new \RuntimeException('nobody on '.$port) : $stream;
        stream_set_timeout($this->stream, 5);
    }

    public function ask(string $line): string
    {
        $this->send($line."\n");

        return $this->listen();
    }

    public function send(string $bytes): void
    {
        fwrite($this->stream, $bytes);
    }

    public function listen(): string
    {
        $line = fgets($this->stream);

        return false === $line ? throw new \RuntimeException('no answer') : rtrim($line, "\r\n");
    }
}
