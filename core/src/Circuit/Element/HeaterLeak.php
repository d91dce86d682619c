<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A leak from a heater to its cathode: a resistance for direct current, and a way in for the heater's own alternating volts. */
final readonly class HeaterLeak implements Element
{
    /**
     * @param string $position    of the tube
     * @param string $reference   place that the heater is referred to
     * @param float  $heaterVolts RMS from the place of the leak to that reference
     */
    public function __construct(public string $id, public string $position, public string $cathode, public string $reference, public float $ohms, public float $heaterVolts)
    {
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->cathode, $this->reference];
    }
}
