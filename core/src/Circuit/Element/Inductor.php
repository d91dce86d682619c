<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A choke with the resistance of its wire. */
final readonly class Inductor implements Element
{
    public function __construct(public string $id, public string $a, public string $b, public float $henries, public float $ohms)
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
