<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** What a bank discharges through after the power is cut, with no tubes in: its capacitance, what bleeds it, and the meter that watches. */
final readonly class DecayPath
{
    /**
     * @param float      $leastFarads F that the bank has at least: its mark less its tolerance, or as it was measured
     * @param float      $mostFarads  F that it has at most
     * @param bool       $isMeasured  its capacitance was measured
     * @param float      $meterOhms   Ω, input of the meter that stays clipped on
     * @param float|null $bleederOhms Ω of every drawn path to chassis together; null where the drawing has none
     */
    public function __construct(public float $leastFarads, public float $mostFarads, public bool $isMeasured, public float $meterOhms, public ?float $bleederOhms)
    {
        if ($leastFarads <= 0.0 || $mostFarads < $leastFarads || $meterOhms <= 0.0 || (null !== $bleederOhms && $bleederOhms <= 0.0)) {
            throw new \InvalidArgumentException('a bank has capacitance, and a meter ohms');
        }
    }

    /** Siemens of all that is meant to discharge it. */
    public function siemens(): float
    {
        return 1.0 / $this->meterOhms + (null === $this->bleederOhms ? 0.0 : 1.0 / $this->bleederOhms);
    }

    /** Seconds that its time constant is at least. */
    public function leastSeconds(): float
    {
        return $this->leastFarads / $this->siemens();
    }

    public function mostSeconds(): float
    {
        return $this->mostFarads / $this->siemens();
    }
}
