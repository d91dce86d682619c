<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** A slip that would explain a value, asked about and never changed silently (JUDGE-7c). */
final readonly class SuspectedSlip
{
    /** @param 'decade'|'unit'|'sign' $slip */
    public function __construct(public string $slip, public float $factor, public float $meantVolts)
    {
    }

    /** @return array{factor: float, slip: 'decade'|'unit'|'sign', meantVolts: float} */
    public function toArray(): array
    {
        return ['factor' => $this->factor, 'slip' => $this->slip, 'meantVolts' => $this->meantVolts];
    }
}
