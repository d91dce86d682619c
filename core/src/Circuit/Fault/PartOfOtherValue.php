<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\PartExchange;

/** A part that is not of its value: drifted, another one fitted, capacitance lost. */
final readonly class PartOfOtherValue extends ElementFault
{
    /** @var list<Observable> */
    private array $leaves;

    /** @param list<class-string<Resistor|Capacitor>> $classes */
    public function __construct(private string $id, private array $classes, private Severity $severity, Observable ...$leaves)
    {
        $this->leaves = [...array_values($leaves), Observable::Tap];
    }

    public function id(): string
    {
        return $this->id;
    }

    public function severity(): Severity
    {
        return $this->severity;
    }

    public function cannotChange(): array
    {
        return $this->leaves;
    }

    protected function befalls(Element $element): bool
    {
        return [] !== array_filter($this->classes, static fn (string $c): bool => $element instanceof $c) && !OutputDisconnected::isLoad($element);
    }

    protected function exchanged(Element $element, float $severity): Element
    {
        return PartExchange::times($element, $severity);
    }
}
