<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

/** Of which place the fall after switching off is asked, with what is clipped on there and what the capacitors may have. */
final readonly class FallAsked
{
    /**
     * @param string                             $place     first rail of a bank
     * @param float                              $meterOhms Ω, input of the meter that watches
     * @param array<string, array{float, float}> $farads    F that each capacitor has at least and at most, by id; others are as drawn
     * @param bool                               $isWarm    the cathodes had their heat; else they may have given anything from nothing on
     */
    public function __construct(public string $place, public float $meterOhms, public array $farads, public bool $isWarm)
    {
    }

    /** @return list<mixed> by which a kept answer is found */
    public function key(): array
    {
        return [$this->place, $this->meterOhms, $this->farads, $this->isWarm];
    }
}
