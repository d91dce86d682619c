<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\Resistor;

/** Nothing hangs on the output transformer. */
final readonly class OutputDisconnected extends ElementFault
{
    public function id(): string
    {
        return 'output-disconnected';
    }

    public function cannotChange(): array
    {
        return [Observable::Direct, Observable::MainsRipple, Observable::HeaterVolts, Observable::MainsAmperes, Observable::Tap];
    }

    /** The load of an output block. */
    public static function isLoad(Element $element): bool
    {
        return $element instanceof Resistor && str_ends_with($element->id, '/load') && str_replace('/load', '/sec', $element->id) === $element->a;
    }

    protected function befalls(Element $element): bool
    {
        return self::isLoad($element);
    }

    protected function exchanged(Element $element, float $severity): null
    {
        return null;
    }
}
