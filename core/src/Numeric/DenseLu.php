<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** Gaussian elimination with row pivoting: the fallback where the fixed order loses its figures, and for small fits. */
final class DenseLu
{
    /**
     * @param array<int, array<int, float>> $a square, by row
     * @param array<int, float>             $b
     *
     * @return list<float>|null the solution, null when the matrix is singular
     */
    public static function solve(array $a, array $b): ?array
    {
        $n = \count($b);
        for ($k = 0; $k < $n; ++$k) {
            $best = $k;
            for ($i = $k + 1; $i < $n; ++$i) {
                if (abs($a[$i][$k]) > abs($a[$best][$k])) {
                    $best = $i;
                }
            }
            if (abs($a[$best][$k]) < 1e-250) {
                return null;
            }
            [$a[$k], $a[$best], $b[$k], $b[$best]] = [$a[$best], $a[$k], $b[$best], $b[$k]];
            for ($i = $k + 1; $i < $n; ++$i) {
                $factor = $a[$i][$k] / $a[$k][$k];
                if (0.0 === $factor) {
                    continue;
                }
                for ($j = $k + 1; $j < $n; ++$j) {
                    $a[$i][$j] -= $factor * $a[$k][$j];
                }
                $b[$i] -= $factor * $b[$k];
            }
        }
        for ($k = $n - 1; $k >= 0; --$k) {
            for ($j = $k + 1; $j < $n; ++$j) {
                $b[$k] -= $a[$k][$j] * $b[$j];
            }
            $b[$k] /= $a[$k][$k];
        }

        return array_values($b);
    }

    /**
     * The values of a sparse matrix as rows, for the fallback.
     *
     * @param array<int, float> $values by slot
     *
     * @return list<list<float>>
     */
    public static function rows(Pattern $pattern, array $values): array
    {
        $rows = array_fill(0, $pattern->size, array_fill(0, $pattern->size, 0.0));
        foreach ($pattern->slots() as $place => $slot) {
            $rows[intdiv($place, $pattern->size)][$place % $pattern->size] = $values[$slot];
        }

        return array_map(array_values(...), $rows);
    }
}
