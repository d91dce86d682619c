<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

/** One reading of a reforming run. */
final readonly class ReformReading
{
    /**
     * @param float      $at           seconds since the epoch
     * @param float      $leakAmperes  or the limit up to which nothing was seen
     * @param float|null $limitAmperes of the step it was taken at
     */
    public function __construct(public float $at, public float $volts, public float $leakAmperes, public ?float $limitAmperes)
    {
    }

    /** @return array{at: float, volts: float, leakAmperes: float, limitAmperes: float|null} */
    public function toArray(): array
    {
        return ['at' => $this->at, 'volts' => $this->volts, 'leakAmperes' => $this->leakAmperes, 'limitAmperes' => $this->limitAmperes];
    }
}
