<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** One range of one function, with the maker's accuracy: ± (percent of reading + digits). */
final readonly class MeterRange
{
    /**
     * @param float $max        full scale, in the function's unit
     * @param float $resolution worth of the last digit shown
     */
    public function __construct(public float $max, public float $resolution, public float $accuracyPercent, public float $accuracyDigits)
    {
    }
}
