<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Solve\SupplyState;

/** An amplifier at one moment. */
final readonly class Instant
{
    /**
     * @param float                $seconds    since it was begun
     * @param array<string, float> $held       volts of each capacitor, amperes of each choke, by id
     * @param array<string, float> $warm       how warm each cathode is, as a share of its working heat, by position
     * @param array<string, float> $bulbs      dissipation that keeps each bulb as hot as it is, as a share of its rating, by position
     * @param float                $lampSquare square of the amperes that keep the lamp's filament as hot as it is
     * @param Solution             $solution   volts and mains at this moment
     */
    public function __construct(public float $seconds, public array $held, public array $warm, public array $bulbs, public float $lampSquare, public Solution $solution)
    {
    }

    /** Volts at a place against the chassis; null where it floats. */
    public function volts(string $place): ?float
    {
        return $this->solution->circuit->nodes->has($place) ? $this->solution->answered($place) : null;
    }

    /** Whether a rectifier was stepped through a period of the mains for it. */
    public function isStepped(): bool
    {
        return [] !== array_filter($this->solution->supplies, static fn (SupplyState $s): bool => null !== $s->period);
    }

    public function mainsAmperes(): float
    {
        return $this->solution->primaryAmperes();
    }
}
