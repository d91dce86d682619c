<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** A resistor clipped from a node to the chassis by hand. */
final readonly class Bleeder
{
    public function __construct(public float $ohms, public string $node)
    {
    }
}
