<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Fault;

use Yew\Core\Circuit\Element\Element;
use Yew\Core\Circuit\Element\MainsTransformer;

/** The mains fuse is open: nothing of what this transformer feeds gets any. */
final readonly class FuseOpen extends ElementFault
{
    public function id(): string
    {
        return 'fuse-open';
    }

    public function cannotChange(): array
    {
        return [Observable::ColdOhms, Observable::Tap];
    }

    protected function befalls(Element $element): bool
    {
        return $element instanceof MainsTransformer;
    }

    protected function exchanged(Element $element, float $severity): Element
    {
        return $element instanceof MainsTransformer ? $element->opened() : $element;
    }
}
