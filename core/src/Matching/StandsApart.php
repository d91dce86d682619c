<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** A tube that is left out of the choice, and why. */
final readonly class StandsApart
{
    public function __construct(public string $id, public Incomparable $why)
    {
    }
}
