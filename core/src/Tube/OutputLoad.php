<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

/** A load that a handbook gives an output tube at some plate voltage (IRON-3). */
final readonly class OutputLoad
{
    /** @param float $ohms of one plate single-ended, plate to plate for a push-pull pair */
    public function __construct(public bool $pushPull, public float $plateVolts, public float $ohms, public string $source)
    {
    }
}
