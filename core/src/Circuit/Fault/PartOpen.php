<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Wire;

/** Resistor, capacitor or jumper that leads nowhere any more. */
final readonly class PartOpen extends ElementFault
{
    /** @var list<Observable> */
    private array $leaves;

    /** @param class-string<Resistor|Capacitor|Wire> $class */
    public function __construct(private string $id, private string $class, Observable ...$leaves)
    {
        $this->leaves = array_values($leaves);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function cannotChange(): array
    {
        return $this->leaves;
    }

    protected function befalls(Element $element): bool
    {
        // Wires of a block are the leads between its parts: LeadBroken has them. The load has a fault of its own.
        return $element instanceof $this->class && !($element instanceof Wire && str_contains($element->id, '/')) && !OutputDisconnected::isLoad($element);
    }

    protected function exchanged(Element $element, float $severity): null
    {
        return null;
    }
}
