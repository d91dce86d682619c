<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Supply\Limiters;

/** Under which conditions the circuit is solved: everything that changes no part of it. */
final readonly class SolveConditions
{
    public Limiters $limiters;

    /**
     * @param float                                                    $inletVolts of the source, before any limiter; RMS
     * @param Limiters|null                                            $limiters   in the mains lead; null for none
     * @param list<string>                                             $tubesOut   positions
     * @param list<array{place: string, against: string, ohms: float}> $across     meters and bleeders: resistances clipped on
     */
    public function __construct(
        public float $inletVolts,
        ?Limiters $limiters = null,
        public array $tubesOut = [],
        public bool $standby = false,
        public array $across = [],
    ) {
        $this->limiters = $limiters ?? Limiters::none();
    }

    /**
     * Mains that was measured at the inlet stands behind all limiters already; the flattening of its peaks is left out.
     *
     * @param float $printedVolts mains of the sheet for this unit's wiring
     * @param float $windingVolts the transformer's rating in the circuit, so that a re-strapped primary counts right
     */
    public static function from(Conditions $conditions, float $printedVolts, float $windingVolts): self
    {
        $bleeder = $conditions->bleeder();
        $strapped = $windingVolts / $printedVolts;

        return new self(
            ($conditions->mainsVolts() ?? $printedVolts) * $strapped,
            $conditions->inletIsMeasured() ? Limiters::none() : self::limiters($conditions, $printedVolts)->scaled($strapped),
            $conditions->tubesOut() ?? [],
            $conditions->inStandby(),
            null === $bleeder ? [] : [['place' => $bleeder->node, 'against' => Netlist::CHASSIS, 'ohms' => $bleeder->ohms]],
        );
    }

    /** What is known of them; whether that is enough, Conditions::limitersAreKnown() says. */
    private static function limiters(Conditions $conditions, float $printedVolts): Limiters
    {
        $limiters = Limiters::none();
        foreach ($conditions->limiters() ?? [] as $l) {
            $limiters = match (true) {
                'lamp' === $l->kind && null !== $l->watts => $limiters->and(Limiters::lamp($l->watts, $l->ratedVolts ?? $printedVolts)),
                'electronic' === $l->kind && null !== $l->amperes => $limiters->and(Limiters::electronic($l->amperes)),
                default => $limiters,
            };
        }

        return $limiters;
    }

    /** The same at other volts of the source. */
    public function at(float $inletVolts): self
    {
        return new self($inletVolts, $this->limiters, $this->tubesOut, $this->standby, $this->across);
    }

    /** The same behind other limiters. */
    public function behind(Limiters $limiters): self
    {
        return new self($this->inletVolts, $limiters, $this->tubesOut, $this->standby, $this->across);
    }

    /** The same with a meter between two places. */
    public function metered(string $place, string $against, float $ohms): self
    {
        return new self($this->inletVolts, $this->limiters, $this->tubesOut, $this->standby, [...$this->across, ['place' => $place, 'against' => $against, 'ohms' => $ohms]]);
    }
}
