<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Bench\Conditions;

/** Under which conditions the circuit is solved: everything that changes no part of it. */
final readonly class Situation
{
    /**
     * @param float                                                    $inletVolts at the amplifier's inlet, before any lamp; RMS
     * @param float|null                                               $lampWatts  of a series lamp, null for none
     * @param float|null                                               $lampVolts  for which the lamp is rated, in the transformer's own volts
     * @param list<string>                                             $tubesOut   positions
     * @param list<array{place: string, against: string, ohms: float}> $across     meters and bleeders: resistances clipped on
     */
    public function __construct(
        public float $inletVolts,
        public ?float $lampWatts = null,
        public ?float $lampVolts = null,
        public array $tubesOut = [],
        public bool $standby = false,
        public array $across = [],
    ) {
    }

    /** Mains of the place, for which a series lamp is rated: the inlet's own without a lamp. */
    public function mainsVolts(): float
    {
        return $this->lampVolts ?? $this->inletVolts;
    }

    /**
     * Mains that was measured at the inlet stands behind a lamp already; the flattening of its peaks is left out.
     *
     * @param float $printedVolts mains of the sheet for this unit's wiring
     * @param float $windingVolts the transformer's rating in the circuit, so that a re-strapped primary counts right
     */
    public static function from(Conditions $conditions, float $printedVolts, float $windingVolts): self
    {
        $bleeder = $conditions->bleeder();

        return new self(
            ($conditions->inletVolts() ?? $printedVolts) / $printedVolts * $windingVolts,
            $conditions->inletIsMeasured() ? null : $conditions->lampWatts(),
            null,
            $conditions->tubesOut() ?? [],
            $conditions->inStandby(),
            null === $bleeder ? [] : [['place' => $bleeder['node'], 'against' => Netlist::CHASSIS, 'ohms' => $bleeder['ohms']]],
        );
    }

    /** The same with a meter between two places. */
    public function metered(string $place, string $against, float $ohms): self
    {
        return new self($this->inletVolts, $this->lampWatts, $this->lampVolts, $this->tubesOut, $this->standby, [...$this->across, ['place' => $place, 'against' => $against, 'ohms' => $ohms]]);
    }
}
