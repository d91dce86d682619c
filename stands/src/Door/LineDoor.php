<?php

declare(strict_types=1);

namespace Yew\Stands\Door;

use Amp\ByteStream\StreamException;
use Amp\Socket\Socket;

use function Amp\async;
use function Amp\delay;
use function Amp\Socket\listen;

/** A TCP door on loopback behind which lines are answered with lines. Whoever asks and never reads is held up, not stored. */
final class LineDoor
{
    /** Doors of one instrument are few: more at once is a mistake. */
    private const MOST_GUESTS = 20;

    private int $guests = 0;

    /**
     * @param \Closure(string): (string|null) $answer  null where nothing is answered
     * @param \Closure(string): float         $waits   seconds that a line takes
     * @param \Closure(): void                $tooLong
     */
    private function __construct(private readonly \Closure $answer, private readonly \Closure $waits, private readonly \Closure $tooLong, private readonly int $mostLine)
    {
    }

    /**
     * @param \Closure(string): (string|null) $answer
     * @param \Closure(string): float         $waits
     * @param \Closure(): void                $tooLong
     *
     * @throws \Amp\Socket\SocketException where the port is taken
     */
    public static function open(int $port, \Closure $answer, \Closure $waits, \Closure $tooLong, int $mostLine): void
    {
        $door = new self($answer, $waits, $tooLong, $mostLine);
        $server = listen('127.0.0.1:'.$port);
        async(static function () use ($server, $door): void {
            while (null !== $guest = $server->accept()) {
                async($door->serve(...), $guest);
            }
        });
    }

    private function serve(Socket $guest): void
    {
        if (++$this->guests > self::MOST_GUESTS) {
            --$this->guests;
            $guest->close();

            return;
        }
        $buffer = '';
        $skipping = false;
        try {
            while (null !== $chunk = $guest->read(limit: 4096)) {
                $buffer .= $chunk;
                while (false !== $end = strpos($buffer, "\n")) {
                    $line = rtrim(substr($buffer, 0, $end), "\r");
                    $buffer = substr($buffer, $end + 1);
                    if ($skipping) {
                        $skipping = false; // the end of one that was too long
                    } elseif (\strlen($line) > $this->mostLine) {
                        ($this->tooLong)();
                    } else {
                        $this->reply($guest, $line);
                    }
                }
                if (\strlen($buffer) > $this->mostLine) {
                    if (!$skipping) {
                        ($this->tooLong)();
                    }
                    [$buffer, $skipping] = ['', true];
                }
            }
        } catch (StreamException) {
            // It went away: nothing to be told to nobody.
        } finally {
            --$this->guests;
            $guest->close();
        }
    }

    private function reply(Socket $guest, string $line): void
    {
        $seconds = ($this->waits)($line);
        if ($seconds > 0.0) {
            delay($seconds);
        }
        $answer = ($this->answer)($line);
        if (null !== $answer) {
            $guest->write($answer."\n");
        }
    }
}
