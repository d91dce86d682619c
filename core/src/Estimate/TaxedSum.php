<?php

declare(strict_types=1);

namespace Yew\Core\Estimate;

/** The lines of one tax rate together, minor units. */
final readonly class TaxedSum
{
    /** @param int $basisPoints hundredths of a percent */
    public function __construct(public int $basisPoints, public int $net, public int $tax)
    {
    }
}
