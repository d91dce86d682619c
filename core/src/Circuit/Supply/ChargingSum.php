<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** Gathers the integrals over a period while the stretches are walked; a half cycle is twice its first quarter. */
final class ChargingSum
{
    /** @var array<int, float> */
    public array $current;

    /** @var array<int, array<int, float>> */
    public array $slope;

    /** @var array<int, float> */
    public array $square;

    /** @var array<int, float> */
    public array $peak;

    public float $primarySquare = 0.0;

    public float $coreSquare = 0.0;

    public function __construct(private readonly int $count)
    {
        $this->current = array_fill(0, $count, 0.0);
        $this->slope = array_fill(0, $count, $this->current);
        $this->square = $this->current;
        $this->peak = $this->current;
    }

    /** The other half cycle was like this one. */
    public function twice(): void
    {
        for ($k = 0; $k < $this->count; ++$k) {
            $this->current[$k] *= 2;
            $this->square[$k] *= 2;
            for ($l = 0; $l < $this->count; ++$l) {
                $this->slope[$k][$l] *= 2;
            }
        }
        $this->primarySquare *= 2;
        $this->coreSquare *= 2;
    }

    /** @param list<Port> $ports */
    public function cycle(array $ports): ChargingCycle
    {
        $current = $slope = $square = [];
        foreach ($ports as $k => $port) {
            $current[] = $port->flow * $this->current[$k] / \M_PI;
            $square[] = $this->square[$k] / \M_PI;
            $row = [];
            foreach ($ports as $l => $_) {
                $row[] = $port->flow * $this->slope[$k][$l] / \M_PI;
            }
            $slope[] = $row;
        }

        return new ChargingCycle($current, $slope, $square, array_values($this->peak), sqrt($this->primarySquare / \M_PI), sqrt($this->coreSquare / \M_PI));
    }
}
