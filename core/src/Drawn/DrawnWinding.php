<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

/** One winding of a transformer as it is drawn. */
final readonly class DrawnWinding
{
    /**
     * @param float      $ohms         DC resistance
     * @param float|null $volts        off load, of a power transformer's secondary at its rated mains
     * @param bool       $centreTapped measured as two halves
     */
    public function __construct(public string $id, public string $name, public float $ohms, public ?float $volts = null, public bool $centreTapped = false)
    {
    }
}
