<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** A control in the way by which a grid returns to its bias supply. */
final readonly class DrawnTrim
{
    /**
     * @param string               $top       end of its track, as the circuit names it; likewise the others
     * @param bool                 $isBalance one end of it feeds this grid and the other another’s: what it gives the one it takes from the other
     * @param array<string, float> $ends      ohms of the resistors between an end of its track and the rest of the bias supply, by part
     */
    public function __construct(public string $id, public string $top, public string $wiper, public string $bottom, public float $ohms, public bool $isBalance, public array $ends)
    {
    }
}
