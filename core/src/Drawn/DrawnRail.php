<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A supply rail of a circuit at work. */
final readonly class DrawnRail
{
    /** @param float $rippleVolts RMS, as the circuit makes it (CAP-9b) */
    public function __construct(public string $id, public string $name, public float $volts, public float $rippleVolts)
    {
    }
}
