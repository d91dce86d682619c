<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** One winding, or the part of it between two taps. */
final readonly class Winding
{
    /** @param float $henries self-inductance */
    public function __construct(public string $id, public string $start, public string $end, public float $henries, public float $ohms)
    {
    }
}
