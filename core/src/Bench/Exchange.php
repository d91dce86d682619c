<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** An entry that a device sent: when it was observed, and when the server had it, both by the server's clock. */
final readonly class Exchange
{
    /**
     * @param float $observedAt seconds since the epoch
     * @param float $receivedAt seconds since the epoch
     */
    public function __construct(public float $observedAt, public float $receivedAt)
    {
    }
}
