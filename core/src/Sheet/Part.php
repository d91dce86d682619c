<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

/** A resistance of known value between two places: a dropper, a choke's wire, a bleeder, a cathode resistor. */
final readonly class Part
{
    /**
     * @param string $from             place, node or `chassis`
     * @param string $to               likewise
     * @param float  $tolerancePercent of the marked value
     */
    public function __construct(public string $id, public string $kind, public float $ohms, public string $from, public string $to, public float $tolerancePercent, public ?float $watts)
    {
    }
}
