<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Circuit\Time\Fall;

/**
 * What a bank discharges through after the power is cut: its capacitance, what bleeds it, and the meter that watches. Alone it is one
 * time constant, which holds with no tubes in; where a circuit tells of it, the circuit’s own curves stand in its place.
 */
final readonly class DecayPath
{
    /** An electrolytic that nobody measured has between these shares of its mark (CAP-2). */
    public const LEAST_SHARE = 0.8;
    public const MOST_SHARE = 1.5;
    /** What a measurement leaves open: its own frequency and volts are not those of a rail (our choice). */
    public const MEASURED_SHARE = 0.05;
    /** What the mark of a bleeder leaves open; beside the tolerance of capacitors that nobody measured it is not looked at (our choice). */
    public const BLEEDER_SHARE = 0.1;
    /** Shares of the start at which the band is drawn: every twenty-fifth. */
    private const BAND_STEPS = 25;

    /**
     * @param float      $leastFarads  F that the bank has at least: its mark less its tolerance, or as it was measured
     * @param float      $mostFarads   F that it has at most
     * @param bool       $isMeasured   its capacitance was measured
     * @param float      $meterOhms    Ω, input of the meter that stays clipped on
     * @param float|null $bleederOhms  Ω of every drawn path to chassis together; null where the drawing has none
     * @param float      $bleederShare how far that may be off
     * @param Fall|null  $fall         as the circuit has it
     * @param bool       $hasTubes     tubes were in: they empty it
     */
    public function __construct(public float $leastFarads, public float $mostFarads, public bool $isMeasured, public float $meterOhms, public ?float $bleederOhms, private float $bleederShare = 0.0, public ?Fall $fall = null, public bool $hasTubes = false)
    {
        if ($leastFarads <= 0.0 || $mostFarads < $leastFarads || $meterOhms <= 0.0 || (null !== $bleederOhms && $bleederOhms <= 0.0) || $bleederShare < 0.0 || $bleederShare >= 1.0) {
            throw new \InvalidArgumentException('a bank has capacitance, and a meter ohms');
        }
    }

    /** Something that is drawn there discharges it, besides the meter. */
    public function isBled(): bool
    {
        return null !== $this->bleederOhms || $this->hasTubes;
    }

    /** Whether anybody knows how fast: tubes empty it as their circuit has it, or nobody does. */
    public function isTold(): bool
    {
        return !$this->hasTubes || null !== $this->fall;
    }

    /** Siemens of all that is meant to discharge it. */
    public function siemens(): float
    {
        return $this->siemensAt(1.0);
    }

    /** Seconds that its time constant is at least. */
    public function leastSeconds(): float
    {
        return $this->leastFarads / $this->siemensAt(1.0 - $this->bleederShare);
    }

    public function mostSeconds(): float
    {
        return $this->mostFarads / $this->siemensAt(1.0 + $this->bleederShare);
    }

    /** Seconds to come down to a share of where it began, at the least. */
    public function leastSecondsTo(float $share): float
    {
        return null === $this->fall ? -log($share) * $this->leastSeconds() : $this->fall->leastSecondsTo($share);
    }

    public function mostSecondsTo(float $share): float
    {
        return null === $this->fall ? -log($share) * $this->mostSeconds() : $this->fall->mostSecondsTo($share);
    }

    /** The least that it would take if the meter alone discharged it. */
    public function meterSecondsTo(float $share): float
    {
        return -log($share) * $this->leastFarads * $this->meterOhms;
    }

    /** @return list<array{share: float, leastSeconds: float, mostSeconds: float|null}> the band to draw, from the start down; null where it takes longer than anybody watches */
    public function band(): array
    {
        $told = static fn (float $seconds): ?float => is_finite($seconds) ? $seconds : null;
        $band = [];
        for ($n = self::BAND_STEPS; $n >= 1; --$n) {
            $share = (float) $n / self::BAND_STEPS;
            $least = $told($this->leastSecondsTo($share));
            $band = null === $least ? $band : [...$band, ['share' => $share, 'leastSeconds' => $least, 'mostSeconds' => $told($this->mostSecondsTo($share))]];
        }

        return $band;
    }

    /** @param float $times what the bleeder has of its ohms */
    private function siemensAt(float $times): float
    {
        return 1.0 / $this->meterOhms + (null === $this->bleederOhms ? 0.0 : 1.0 / ($times * $this->bleederOhms));
    }
}
