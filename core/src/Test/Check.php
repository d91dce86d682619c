<?php

declare(strict_types=1);

namespace Yew\Core\Test;

/**
 * What a figure of a test should be about by the sheet, so that a slip of a decade, a unit or two swapped fields is asked about at
 * entry, never silently changed (JUDGE-7c). Of one figure, or of the quotient of two.
 *
 * Its intervals are handed to the entry line beforehand, so that it can ask with the server away.
 */
final readonly class Check
{
    private const FACTORS = ['decade' => [0.1, 10.0, 0.01, 100.0], 'unit' => [0.001, 1000.0]];

    /**
     * @param 'figure'|'quotient'|'microfarads-and-ohms' $of    the last: of two figures typed the wrong way round, `1.8 22` for `22 1.8`
     * @param string                                     $over  figure that is looked at, and moved where it slipped
     * @param string|null                                $under figure that it is divided by, or that it may have changed places with
     * @param float                                      $low   in SI units
     */
    private function __construct(public string $of, public string $over, public ?string $under, public float $low, public float $high)
    {
    }

    public static function figure(string $name, float $low, float $high): self
    {
        return new self('figure', $name, null, $low, $high);
    }

    public static function quotient(string $over, string $under, float $low, float $high): self
    {
        return new self('quotient', $over, $under, $low, $high);
    }

    /** @param float $low and $high of the capacitance, farads */
    public static function microfaradsAndOhms(string $farads, string $ohms, float $low, float $high): self
    {
        return new self('microfarads-and-ohms', $farads, $ohms, $low, $high);
    }

    /** @return list<array{slip: 'decade'|'unit'|'swapped', factor: float, low: float, high: float}> a value in the interval, moved by the factor, would fit; factor 0 for swapped */
    public function intervals(): array
    {
        $intervals = [];
        if ('microfarads-and-ohms' === $this->of) {
            return [];
        }
        if ('quotient' === $this->of) {
            $intervals[] = ['slip' => 'swapped', 'factor' => 0.0, 'low' => 1 / $this->high, 'high' => 1 / $this->low];
        }
        foreach (self::FACTORS as $slip => $factors) {
            foreach ($factors as $factor) {
                $intervals[] = ['slip' => $slip, 'factor' => $factor, 'low' => $this->low / $factor, 'high' => $this->high / $factor];
            }
        }

        return $intervals;
    }

    /** @return Slip|null the slip that would explain what was typed; of several the one that fits best; null when it fits as typed */
    public function suspect(TakenTest $test): ?Slip
    {
        $over = $test->value($this->over);
        $under = null === $this->under ? 1.0 : $test->value($this->under);
        if (null === $over || null === $under || $over <= 0.0 || $under <= 0.0) {
            return null;
        }
        if ('microfarads-and-ohms' === $this->of) {
            $fits = $over >= $this->low && $over <= $this->high;

            return !$fits && 1e-6 * $under >= $this->low && 1e-6 * $under <= $this->high ? new Slip('swapped', $this->over, 0.0) : null;
        }
        $value = $over / $under;
        if ($value >= $this->low && $value <= $this->high) {
            return null;
        }
        $best = null;
        $nearest = \INF;
        foreach ($this->intervals() as $interval) {
            $moved = 0.0 === $interval['factor'] ? 1 / $value : $value * $interval['factor'];
            $off = abs(log($moved / sqrt($this->low * $this->high)));
            if ($value >= $interval['low'] && $value <= $interval['high'] && $off < $nearest) {
                [$best, $nearest] = [new Slip($interval['slip'], $this->over, $interval['factor']), $off];
            }
        }

        return $best;
    }

    /** @return array{of: string, over: string, under: string|null, low: float, high: float, intervals: list<array{slip: string, factor: float, low: float, high: float}>} */
    public function toArray(): array
    {
        return ['of' => $this->of, 'over' => $this->over, 'under' => $this->under, 'low' => $this->low, 'high' => $this->high, 'intervals' => $this->intervals()];
    }
}
