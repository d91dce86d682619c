<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** The window in volts around an expected value, and where it came from. */
final readonly class Bounds
{
    /** @param 'point'|'sheet'|'printed'|'default' $source */
    public function __construct(public float $low, public float $high, public string $source)
    {
    }

    public function holds(float $volts): bool
    {
        return $volts >= $this->low && $volts <= $this->high;
    }
}
