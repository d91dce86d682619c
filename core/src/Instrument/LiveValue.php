<?php

declare(strict_types=1);

namespace Yew\Core\Instrument;

/** What an instrument showed last. Two seconds later it is no longer live, and never shown as if it were. */
final readonly class LiveValue
{
    public const LIVE_SECONDS = 2.0;

    /** @param float|null $value null for overload */
    public function __construct(public ?float $value, public float $at, public bool $isSettled)
    {
    }

    public function isLive(float $now): bool
    {
        return abs($now - $this->at) <= self::LIVE_SECONDS;
    }
}
