<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** Two places that are one node. */
final readonly class Wire implements Element
{
    public function __construct(public string $id, public string $a, public string $b)
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
