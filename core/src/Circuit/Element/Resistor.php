<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

final readonly class Resistor implements Element
{
    /** @param float $tolerancePercent of the marked value */
    public function __construct(public string $id, public string $a, public string $b, public float $ohms, public float $tolerancePercent = 10.0, public ?float $watts = null)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->a, $this->b];
    }
}
