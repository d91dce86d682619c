<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** Drives a current out of one place, through itself, into another. */
final readonly class CurrentSource implements Element
{
    public function __construct(public string $id, public string $from, public string $to, public float $amperes, public float $acAmperes = 0.0)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->from, $this->to];
    }
}
