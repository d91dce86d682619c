<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** The window in volts around an expected value, and where it came from. */
final readonly class Bounds
{
    /** @param 'point'|'sheet'|'printed'|'default' $source */
    public function __construct(public float $low, public float $high, public string $source)
    {
    }

    /** As wide as a spread on either side where that is wider, at most twice its width (contract §7). */
    public function widened(float $spread): self
    {
        $middle = 0.5 * ($this->low + $this->high);
        $half = 0.5 * ($this->high - $this->low);
        $wider = min(2.0, max(1.0, $half > 0.0 ? $spread / $half : 1.0));

        return new self($middle + ($this->low - $middle) * $wider, $middle + ($this->high - $middle) * $wider, $this->source);
    }

    /** The same with more room above, volts. */
    public function raised(float $volts): self
    {
        return new self($this->low, $this->high + $volts, $this->source);
    }

    public function holds(float $volts): bool
    {
        return $volts >= $this->low && $volts <= $this->high;
    }
}
