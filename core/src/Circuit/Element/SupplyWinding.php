<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A secondary of a mains transformer. */
final readonly class SupplyWinding
{
    /**
     * @param float $volts RMS over the whole winding, off load, at the transformer's rated mains
     * @param float $ohms  of the whole winding
     * @param bool  $open  its wire is broken: nothing flows
     */
    public function __construct(public string $id, public float $volts, public float $ohms, public bool $open = false)
    {
    }
}
