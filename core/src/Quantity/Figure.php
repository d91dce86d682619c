<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/**
 * A measured or derived figure with its error sources; the band is made at the end (JUDGE-7b).
 *
 * Sensitivities are carried to first order, as ISO/IEC Guide 98-3 (GUM) does, from memory.
 */
final readonly class Figure
{
    /** @param array<string, ErrorSource> $sources by source id */
    private function __construct(public float $value, public array $sources)
    {
    }

    public static function exact(float $value): self
    {
        return new self($value, []);
    }

    public static function with(float $value, ErrorSource ...$sources): self
    {
        $byId = [];
        foreach ($sources as $source) {
            $byId[$source->id] = $source;
        }

        return new self($value, $byId);
    }

    public function plus(self $other): self
    {
        return self::combine($this->value + $other->value, $this, 1.0, $other, 1.0);
    }

    public function minus(self $other): self
    {
        return self::combine($this->value - $other->value, $this, 1.0, $other, -1.0);
    }

    public function times(self $other): self
    {
        return self::combine($this->value * $other->value, $this, $other->value, $other, $this->value);
    }

    /** @throws \DivisionByZeroError when the other figure is zero */
    public function dividedBy(self $other): self
    {
        if (0.0 === $other->value) {
            throw new \DivisionByZeroError('a figure was divided by zero');
        }

        return self::combine($this->value / $other->value, $this, 1 / $other->value, $other, -$this->value / $other->value ** 2);
    }

    /** Half of the 95 % band, in the figure's unit. */
    public function halfWidth95(): float
    {
        return RectangularSum::halfWidth(array_values(array_map(static fn (ErrorSource $s): float => abs($s->halfWidth * $s->sensitivity), $this->sources)), 0.95);
    }

    /** Half of the band when every source is at its worst. */
    public function worstCase(): float
    {
        return array_sum(array_map(static fn (ErrorSource $s): float => abs($s->halfWidth * $s->sensitivity), $this->sources));
    }

    private static function combine(float $value, self $a, float $da, self $b, float $db): self
    {
        $sources = [];
        foreach ([[$a, $da], [$b, $db]] as [$figure, $slope]) {
            foreach ($figure->sources as $id => $source) {
                $sources[$id] = new ErrorSource($id, $source->halfWidth, ($sources[$id]->sensitivity ?? 0.0) + $slope * $source->sensitivity);
            }
        }

        return new self($value, $sources);
    }
}
