<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\SolveConditions;

/** Something that is done at the bench at a moment: from then on the unit stands under these conditions. */
final readonly class Hand
{
    public function __construct(public float $atSeconds, public SolveConditions $conditions)
    {
    }
}
