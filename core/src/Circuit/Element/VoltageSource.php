<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

final readonly class VoltageSource implements Element
{
    /** What stands in series with every ideal source, ohms: small against anything on a bench. */
    public const SERIES_OHMS = 1e-3;

    /** @param float $acVolts amplitude for the small-signal analysis */
    public function __construct(public string $id, public string $plus, public string $minus, public float $volts, public float $acVolts = 0.0)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->plus, $this->minus];
    }
}
