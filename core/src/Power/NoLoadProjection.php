<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/**
 * B+ with no tubes in against the mains, told from one low stop: a silicon supply without load gives the peak of its winding, so B+ goes
 * with the mains (PWR-3a; *common practice*: 120 V at 25 V in belongs to some 560 to 580 V at 117 to 120 V).
 *
 * What the diodes keep is the same at every mains, so that B+ lies a little above the plain ratio; the upper end of the band has it.
 */
final readonly class NoLoadProjection
{
    /** Two diodes of a bridge, V (from memory: 0.7 to 1 V each at such currents). */
    private const DIODES_VOLTS = 2.0;

    /**
     * @param float $dcVolts    V DC at the stop
     * @param float $dcBand     half of what its meter may be off, V
     * @param float $mainsVolts V RMS at the inlet
     * @param float $mainsBand  likewise, V; less than the volts themselves
     */
    public function __construct(private float $dcVolts, private float $dcBand, private float $mainsVolts, private float $mainsBand)
    {
        if ($dcVolts <= 0.0 || $dcBand < 0.0 || $mainsBand < 0.0 || $mainsVolts <= $mainsBand) {
            throw new \InvalidArgumentException('a stop has volts in and volts out, and a band that is less than them');
        }
    }

    /** V DC at a mains, by the figures as they were read. */
    public function at(float $mains): float
    {
        return $this->dcVolts * $mains / $this->mainsVolts;
    }

    /** V DC that it is at least. */
    public function leastAt(float $mains): float
    {
        return max(0.0, $this->dcVolts - $this->dcBand) * $mains / ($this->mainsVolts + $this->mainsBand);
    }

    /** V DC that it is at most. */
    public function mostAt(float $mains): float
    {
        return ($this->dcVolts + $this->dcBand + self::DIODES_VOLTS) * $mains / ($this->mainsVolts - $this->mainsBand) - self::DIODES_VOLTS;
    }

    /**
     * The ceiling of every part, the first that would break before the others.
     *
     * @param list<array{string, float}> $parts each with what it is rated for, V DC
     *
     * @return list<Ceiling>
     */
    public function ceilings(array $parts): array
    {
        $ceilings = [];
        foreach ($parts as [$part, $volts]) {
            $surely = ($volts + self::DIODES_VOLTS) * ($this->mainsVolts - $this->mainsBand) / ($this->dcVolts + $this->dcBand + self::DIODES_VOLTS);
            $ceilings[] = new Ceiling($part, $volts, $volts * $this->mainsVolts / $this->dcVolts, $surely);
        }
        usort($ceilings, static fn (Ceiling $a, Ceiling $b): int => [$a->surelyBelow, $a->part] <=> [$b->surelyBelow, $b->part]);

        return $ceilings;
    }
}
