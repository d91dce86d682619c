<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Element;

/** A diode in the DC circuit: Shockley's law. Diodes that rectify mains belong to a Rectifier. */
final readonly class Diode implements Element
{
    /**
     * @param float $saturationAmperes Is
     * @param float $emission          n: 1 to 2 for silicon, far more for a stack of selenium plates
     */
    public function __construct(public string $id, public string $anode, public string $cathode, public float $saturationAmperes = 1e-9, public float $emission = 1.8)
    {
    }

    /** A selenium stack: about a volt at a milliampere for each plate (from memory). */
    public static function selenium(string $id, string $anode, string $cathode, int $plates = 1): self
    {
        return new self($id, $anode, $cathode, 2e-6, 6.0 * $plates);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function places(): array
    {
        return [$this->anode, $this->cathode];
    }
}
