<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

/** How the hottest tube of a stage idles with its trim at one place. */
final readonly class TrimEnd
{
    /**
     * @param float $gridVolts of its grid against its cathode
     * @param float $share     of its plate’s limit
     * @param float $highShare likewise at the highest mains of the place
     */
    public function __construct(public string $position, public float $gridVolts, public float $share, public float $highShare)
    {
    }

    /** Whether no plate is over its limit, at the highest mains neither. */
    public function isAllowed(): bool
    {
        return max($this->share, $this->highShare) <= 1.0;
    }
}
