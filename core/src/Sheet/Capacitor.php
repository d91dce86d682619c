<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** A capacitor, or one section of a can, that stores charge on a supply node. */
final readonly class Capacitor
{
    /** @param string $id part id, with the section after a slash: `C12/b` */
    public function __construct(public string $id, public string $node, public float $farads, public ?float $ratedVolts)
    {
    }
}
