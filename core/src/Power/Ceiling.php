<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** The mains at which a part is given just what it is rated for, with no tubes in (PWR-3). */
final readonly class Ceiling
{
    /**
     * @param string $part        as the drawing calls it
     * @param float  $ratedVolts  V DC
     * @param float  $mainsVolts  V RMS by the figures as they were read
     * @param float  $surelyBelow V RMS: up to there, however far the meters are off
     */
    public function __construct(public string $part, public float $ratedVolts, public float $mainsVolts, public float $surelyBelow)
    {
    }

    /** @return array{part: string, ratedVolts: float, mainsVolts: float, surelyBelowVolts: float} */
    public function toArray(): array
    {
        return ['part' => $this->part, 'ratedVolts' => $this->ratedVolts, 'mainsVolts' => $this->mainsVolts, 'surelyBelowVolts' => $this->surelyBelow];
    }
}
