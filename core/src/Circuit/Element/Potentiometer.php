<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

final readonly class Potentiometer implements Element
{
    /** @param float $context share of the track between bottom and wiper, 0 to 1 */
    public function __construct(public string $id, public string $top, public string $wiper, public string $bottom, public float $ohms, public float $context)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->top, $this->wiper, $this->bottom];
    }
}
