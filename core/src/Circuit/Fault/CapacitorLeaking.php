<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\PartExchange;

/** A capacitor that lets direct current through. */
final readonly class CapacitorLeaking extends ElementFault
{
    public function id(): string
    {
        return 'capacitor-leaking';
    }

    public function severity(): Severity
    {
        return new Severity('ohms', 1.0, 1e10, [100e3, 10e6]);
    }

    public function cannotChange(): array
    {
        return [Observable::Tap];
    }

    protected function befalls(Element $element): bool
    {
        return $element instanceof Capacitor;
    }

    protected function exchanged(Element $element, float $severity): Element
    {
        return $element instanceof Capacitor ? PartExchange::leaking($element, $severity) : $element;
    }
}
