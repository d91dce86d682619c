<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

/** A circuit that makes no sense as drawn; says where and why. */
final class BadCircuit extends \DomainException
{
    /**
     * @param string $place  id of the block or element, or a place
     * @param string $reason why it cannot be
     */
    private function __construct(public readonly string $place, public readonly string $reason)
    {
        parent::__construct($place.': '.$reason);
    }

    public static function at(string $place, string $reason): self
    {
        return new self($place, $reason);
    }
}
