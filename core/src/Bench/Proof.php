<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** One recorded voltage on a charge island, taken to prove it discharged. */
final readonly class Proof
{
    /**
     * @param float $volts    size of the reading, DC
     * @param float $at       seconds since the epoch
     * @param bool  $confirms follows a reading under 1 V taken at least ten minutes before
     */
    public function __construct(public float $volts, public float $at, public bool $confirms)
    {
    }
}
