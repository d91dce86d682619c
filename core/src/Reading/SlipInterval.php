<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** Where a typed value lies that a slip would explain: times the factor it fits the window. */
final readonly class SlipInterval
{
    /** @param 'decade'|'unit'|'sign' $slip */
    public function __construct(public string $slip, public float $factor, public float $lowVolts, public float $highVolts)
    {
    }

    public function holds(float $volts): bool
    {
        return $volts >= $this->lowVolts && $volts <= $this->highVolts;
    }

    /** @return array{lowVolts: float, highVolts: float, factor: float, slip: 'decade'|'unit'|'sign'} */
    public function toArray(): array
    {
        return ['lowVolts' => $this->lowVolts, 'highVolts' => $this->highVolts, 'factor' => $this->factor, 'slip' => $this->slip];
    }
}
