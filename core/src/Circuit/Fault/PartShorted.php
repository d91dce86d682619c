<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\PartExchange;

/** Resistor or capacitor shorted. */
final readonly class PartShorted extends ElementFault
{
    /** @param class-string<Resistor|Capacitor> $class */
    public function __construct(private string $id, private string $class)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function cannotChange(): array
    {
        return [Observable::Tap];
    }

    protected function befalls(Element $element): bool
    {
        return $element instanceof $this->class;
    }

    protected function exchanged(Element $element, float $severity): ?Element
    {
        return PartExchange::shorted($element, $element->id());
    }
}
