<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** Preferred values of resistors and capacitors (IEC 60063, from memory). */
enum ESeries: int
{
    case E3 = 3;
    case E6 = 6;
    case E12 = 12;
    case E24 = 24;
    case E48 = 48;
    case E96 = 96;
    case E192 = 192;

    /** Two-digit mantissas of E24, whose rounding follows history and no formula; E12, E6 and E3 take every second one. */
    private const E24_MANTISSAS = [1.0, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2.0, 2.2, 2.4, 2.7, 3.0, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1];

    /** @return list<float> mantissas of one decade, from 1 up to 10 */
    public function mantissas(): array
    {
        if ($this->value <= 24) {
            return array_values(array_filter(self::E24_MANTISSAS, fn (int $i): bool => 0 === $i % intdiv(24, $this->value), \ARRAY_FILTER_USE_KEY));
        }
        $mantissas = array_map(fn (int $i): float => round(10.0 ** ($i / $this->value), 2), range(0, $this->value - 1));

        // The one exception of the standard: 9.19 by the formula, 9.20 in the table.
        return array_map(static fn (float $m): float => 9.19 === $m ? 9.20 : $m, $mantissas);
    }

    /**
     * The value of the series that lies nearest by ratio; on a tie the lower.
     *
     * @param float $value above zero, in any unit
     */
    public function nearest(float $value): float
    {
        [$below, $above] = $this->around($value);

        return $value / $below <= $above / $value * (1 + 1e-9) ? $below : $above;
    }

    /** The smallest value of the series that is not below the given one. */
    public function atLeast(float $value): float
    {
        [$below, $above] = $this->around($value);

        return $below >= $value * (1 - 1e-9) ? $below : $above;
    }

    /** The largest value of the series that is not above the given one. */
    public function atMost(float $value): float
    {
        return $this->around($value)[0];
    }

    public function holds(float $value): bool
    {
        return abs($this->nearest($value) / $value - 1) < 1e-6;
    }

    /**
     * @return array{float, float} the largest value not above, the smallest above
     *
     * @throws \InvalidArgumentException when the value is not above zero
     */
    private function around(float $value): array
    {
        if ($value <= 0.0 || !is_finite($value)) {
            throw new \InvalidArgumentException('a preferred value is asked for something above zero');
        }
        $decade = 10.0 ** floor(log10($value * (1 + 1e-9)));
        $below = $decade;
        $above = 10.0 * $decade;
        foreach ($this->mantissas() as $mantissa) {
            if ($mantissa * $decade <= $value * (1 + 1e-9)) {
                $below = $mantissa * $decade;
            } else {
                $above = $mantissa * $decade;
                break;
            }
        }

        return [$below, $above];
    }
}
