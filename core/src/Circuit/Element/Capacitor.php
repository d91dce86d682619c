<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

final readonly class Capacitor implements Element
{
    /** @param float|null $leakOhms a resistance across it: a leak, or a short as a fault */
    public function __construct(public string $id, public string $plus, public string $minus, public float $farads, public ?float $ratedVolts = null, public ?float $leakOhms = null)
    {
    }

    /** The same place with another capacitance. */
    public function ofFarads(float $farads): self
    {
        return new self($this->id, $this->plus, $this->minus, $farads, $this->ratedVolts, $this->leakOhms);
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
