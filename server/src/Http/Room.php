<?php

declare(strict_types=1);

namespace Yew\Server\Http;

/** Whether there is room where the shop’s data lies: on a full disk everything fails in its own way, and all of it for this one reason. */
final readonly class Room
{
    /** Bytes; a fault with less than that left is the disk’s. Our choice: one page of the database and one of the log would not fit twice. */
    private const LEAST = 65_536;

    public function __construct(private string $stateDir)
    {
    }

    public function isFull(): bool
    {
        $left = @disk_free_space($this->stateDir);

        return false !== $left && $left < self::LEAST;
    }

    /** @throws NoRoom */
    public function need(): void
    {
        if ($this->isFull()) {
            throw new NoRoom();
        }
    }
}
