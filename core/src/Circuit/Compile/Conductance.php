<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

/** A linear two-terminal path at DC. */
final readonly class Conductance
{
    /** @param string $id of the part, with a share of it after a slash where it makes several: `P1/top` */
    public function __construct(public string $id, public int $a, public int $b, public float $siemens)
    {
    }
}
