<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** Two preferred values together, in series or parallel, for a value that none has alone. */
final readonly class Combination
{
    /** So many are offered; the rest come no nearer. */
    private const MOST = 6;

    /**
     * @param float               $first       the larger
     * @param 'series'|'parallel' $arrangement
     * @param float               $percent     off the wanted value
     */
    private function __construct(public float $first, public float $second, public string $arrangement, public float $value, public float $percent)
    {
    }

    /**
     * @param bool $reciprocal values add by their reciprocals in series: capacitors
     *
     * @return list<self> nearest first
     */
    public static function nearest(float $wanted, ESeries $series, bool $reciprocal): array
    {
        $found = [];
        $decade = 10.0 ** floor(log10($wanted));
        foreach ([0.01, 0.1, 1.0, 10.0] as $scale) {
            foreach ($series->mantissas() as $mantissa) {
                $first = $mantissa * $decade * $scale;
                foreach (['series', 'parallel'] as $arrangement) {
                    $adds = ('series' === $arrangement) !== $reciprocal;
                    $rest = $adds ? $wanted - $first : 1 / $wanted - 1 / $first;
                    if ($rest <= 0.0) {
                        continue;
                    }
                    $second = $series->nearest($adds ? $rest : 1 / $rest);
                    $value = self::inSeries([$first, $second], !$adds);
                    $key = \sprintf('%s %.6g %.6g', $arrangement, min($first, $second), max($first, $second));
                    $found[$key] = new self(max($first, $second), min($first, $second), $arrangement, $value, 100 * ($value / $wanted - 1));
                }
            }
        }
        usort($found, static fn (self $a, self $b): int => [abs($a->percent), $a->first] <=> [abs($b->percent), $b->first]);

        return \array_slice($found, 0, self::MOST);
    }

    /**
     * @param non-empty-list<float> $values
     * @param bool                  $reciprocal add by reciprocals: capacitors in series, resistors in parallel
     */
    public static function inSeries(array $values, bool $reciprocal): float
    {
        return $reciprocal ? 1 / array_sum(array_map(static fn (float $v): float => 1 / $v, $values)) : array_sum($values);
    }

    /** @return array{first: float, second: float, arrangement: 'series'|'parallel', value: float, percent: float} */
    public function toArray(): array
    {
        return ['first' => $this->first, 'second' => $this->second, 'arrangement' => $this->arrangement, 'value' => $this->value, 'percent' => $this->percent];
    }
}
