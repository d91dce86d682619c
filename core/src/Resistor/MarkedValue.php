<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

/** What a part's mark says: its value and its tolerance. */
final readonly class MarkedValue
{
    /**
     * @param float        $value            ohms or farads
     * @param 'Ω'|'F'      $unit
     * @param float|null   $tolerancePercent null where the mark says none
     * @param list<string> $bands            colours, of a colour code
     */
    public function __construct(public float $value, public string $unit, public ?float $tolerancePercent, public array $bands = [])
    {
    }
}
