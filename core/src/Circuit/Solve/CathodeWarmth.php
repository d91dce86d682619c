<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

/**
 * By how many volts of the core the rectifiers' cathodes are warmed, on the way to where both agree.
 *
 * A rectifier that cools as it loads a lamp's mains would be warm and cold by turns: each step goes part of the way, and a smaller
 * part once it has gone too far.
 */
final readonly class CathodeWarmth
{
    private const FIRST_SHARE = 0.5;
    private const LEAST_SHARE = 0.01;
    private const MOST_SHARE = 0.7;

    private function __construct(public float $volts, private float $miss, private float $share)
    {
    }

    public static function at(float $volts): self
    {
        return new self($volts, 0.0, self::FIRST_SHARE);
    }

    /** One step towards the core's volts. */
    public function towards(float $coreVolts): self
    {
        $miss = $coreVolts - $this->volts;
        $share = $miss * $this->miss < 0.0 ? max(self::LEAST_SHARE, 0.5 * $this->share) : min(self::MOST_SHARE, 1.2 * $this->share);

        return new self($this->volts + $share * $miss, $miss, $share);
    }
}
