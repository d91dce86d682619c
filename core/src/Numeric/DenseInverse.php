<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** The inverse of a small dense matrix: Gauss and Jordan with row pivots. */
final class DenseInverse
{
    /** Pivots smaller than this share of their row's largest entry count as none. */
    private const PIVOT_SHARE = 1e-13;

    /**
     * @param array<int, array<int, float>> $a square
     *
     * @return array<int, array<int, float>>|null null for a singular matrix
     */
    public static function of(array $a): ?array
    {
        $n = \count($a);
        $inverse = $size = [];
        foreach ($a as $i => $row) {
            $inverse[$i] = array_fill(0, $n, 0.0);
            $inverse[$i][$i] = 1.0;
            $size[$i] = max(0.0, ...array_map(abs(...), $row));
        }
        for ($k = 0; $k < $n; ++$k) {
            $best = $k;
            for ($i = $k + 1; $i < $n; ++$i) {
                if (abs($a[$i][$k]) * $size[$best] > abs($a[$best][$k]) * $size[$i]) {
                    $best = $i;
                }
            }
            if (abs($a[$best][$k]) <= self::PIVOT_SHARE * $size[$best]) {
                return null;
            }
            [$a[$k], $a[$best], $inverse[$k], $inverse[$best], $size[$k], $size[$best]] = [$a[$best], $a[$k], $inverse[$best], $inverse[$k], $size[$best], $size[$k]];
            $pivot = 1.0 / $a[$k][$k];
            for ($j = 0; $j < $n; ++$j) {
                $a[$k][$j] *= $pivot;
                $inverse[$k][$j] *= $pivot;
            }
            for ($i = 0; $i < $n; ++$i) {
                $factor = $a[$i][$k];
                if ($i === $k || 0.0 === $factor) {
                    continue;
                }
                for ($j = 0; $j < $n; ++$j) {
                    $a[$i][$j] -= $factor * $a[$k][$j];
                    $inverse[$i][$j] -= $factor * $inverse[$k][$j];
                }
            }
        }

        return array_values(array_map(array_values(...), $inverse));
    }

    /**
     * @param array<int, array<int, float>> $a
     * @param array<int, array<int, float>> $b
     *
     * @return array<int, array<int, float>>
     */
    public static function product(array $a, array $b): array
    {
        $product = [];
        foreach ($a as $row) {
            $out = array_fill(0, \count($b[0] ?? []), 0.0);
            foreach ($row as $k => $share) {
                foreach ($b[$k] as $j => $value) {
                    $out[$j] += $share * $value;
                }
            }
            $product[] = $out;
        }

        return $product;
    }
}
