<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A switch in the DC supply that standby opens. */
final readonly class StandbySwitch implements Element
{
    /** Of a closed contact, ohms. */
    public const CLOSED_OHMS = 0.01;

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
