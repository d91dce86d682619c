<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Element\Element;
use Yew\Core\Tube\TubeCatalogue;

/** A fault that befalls one element of the netlist and leaves the others as they are. */
abstract readonly class ElementFault implements FaultKind
{
    public function subjects(AsFitted $fitted, TubeCatalogue $tubes): array
    {
        return array_map(strval(...), array_keys(array_filter($fitted->netlist->elements, $this->befalls(...))));
    }

    public function severity(): ?Severity
    {
        return null;
    }

    public function applied(AsFitted $fitted, string $subject, float $severity, TubeCatalogue $tubes): AsFitted
    {
        $element = $fitted->netlist->find($subject) ?? throw new \LogicException('no '.$subject);

        return $fitted->with($subject, $this->exchanged($element, $severity));
    }

    abstract protected function befalls(Element $element): bool;

    abstract protected function exchanged(Element $element, float $severity): ?Element;
}
