<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Circuit\Forecast;

/** A cause with what it would make every place read, where that is what they read. */
final readonly class Explanation
{
    /**
     * @param list<Cause> $alike  others that would make every place read the same: volts do not tell them apart
     * @param float       $weight beside the other explanations
     * @param float       $misfit sum of squares over all witnesses, in halves of their windows
     */
    public function __construct(public Cause $cause, public Forecast $forecast, public float $misfit, public array $alike = [], public float $weight = 0.0)
    {
    }

    public function besides(Cause ...$alike): self
    {
        return new self($this->cause, $this->forecast, $this->misfit, [...$this->alike, ...array_values($alike)], $this->weight);
    }

    /** The logarithm of how likely it is beside others: what speaks for its kind, less what the readings hold against it. A window is taken for two standard deviations. */
    public function merit(): float
    {
        return log($this->cause->chance()) - 2.0 * $this->misfit;
    }

    public function weighing(float $weight): self
    {
        return new self($this->cause, $this->forecast, $this->misfit, $this->alike, $weight);
    }
}
