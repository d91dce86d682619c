<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** Levenberg-Marquardt (Marquardt 1963) with a forward-difference Jacobian: fits a few parameters to weighted residuals. */
final class LeastSquares
{
    /**
     * @param callable(list<float>): list<float>              $residuals each already divided by its standard deviation
     * @param list<float>                                     $start
     * @param (callable(list<float>): list<list<float>>)|null $jacobian  rows by residual; differences are taken when absent
     *
     * @return array{parameters: list<float>, residuals: list<float>, covariance: list<list<float>>, iterations: int}
     */
    public static function fit(callable $residuals, array $start, ?callable $jacobian = null, int $iterations = 60): array
    {
        $p = $start;
        $r = $residuals($p);
        $sum = self::square($r);
        $lambda = 1e-3;
        $count = \count($p);
        $normal = [];
        $i = 0;
        for (; $i < $iterations; ++$i) {
            $rows = null === $jacobian ? self::differences($residuals, $p, $r) : $jacobian($p);
            [$normal, $gradient] = self::normal($rows, $r, $count);
            $improved = false;
            for ($try = 0; $try < 12; ++$try) {
                $damped = $normal;
                for ($k = 0; $k < $count; ++$k) {
                    $damped[$k][$k] += $lambda * max($normal[$k][$k], 1e-12);
                }
                $step = DenseLu::solve($damped, array_map(static fn (float $g): float => -$g, $gradient));
                if (null !== $step) {
                    $next = array_map(static fn (float $a, float $b): float => $a + $b, $p, $step);
                    $nextR = $residuals($next);
                    $nextSum = self::square($nextR);
                    if (is_finite($nextSum) && $nextSum < $sum) {
                        $gain = $sum - $nextSum;
                        [$p, $r, $sum, $lambda, $improved] = [$next, $nextR, $nextSum, max($lambda / 5, 1e-9), true];
                        if ($gain < 1e-9 * ($sum + 1e-12)) {
                            break 2;
                        }
                        break;
                    }
                }
                $lambda *= 4;
            }
            if (!$improved) {
                break;
            }
        }

        return ['parameters' => $p, 'residuals' => $r, 'covariance' => self::inverse($normal), 'iterations' => $i];
    }

    /**
     * @param callable(list<float>): list<float> $residuals
     * @param list<float>                        $p
     * @param list<float>                        $r
     *
     * @return list<list<float>>
     */
    private static function differences(callable $residuals, array $p, array $r): array
    {
        $rows = array_fill(0, \count($r), []);
        foreach ($p as $k => $value) {
            $moved = $p;
            $h = 1e-5 * max(abs($value), 1e-3);
            $moved[$k] = $value + $h;
            foreach ($residuals(array_values($moved)) as $i => $changed) {
                $rows[$i][$k] = ($changed - $r[$i]) / $h;
            }
        }

        return array_map(array_values(...), $rows);
    }

    /**
     * @param list<list<float>> $rows
     * @param list<float>       $r
     *
     * @return array{list<list<float>>, list<float>} JᵀJ and Jᵀr
     */
    private static function normal(array $rows, array $r, int $count): array
    {
        $normal = array_fill(0, $count, array_fill(0, $count, 0.0));
        $gradient = array_fill(0, $count, 0.0);
        foreach ($rows as $i => $row) {
            for ($a = 0; $a < $count; ++$a) {
                $gradient[$a] += $row[$a] * $r[$i];
                for ($b = 0; $b < $count; ++$b) {
                    $normal[$a][$b] += $row[$a] * $row[$b];
                }
            }
        }

        return [array_map(array_values(...), $normal), array_values($gradient)];
    }

    /**
     * @param list<list<float>> $matrix
     *
     * @return list<list<float>> zero where the fit says nothing
     */
    private static function inverse(array $matrix): array
    {
        $n = \count($matrix);
        $columns = [];
        for ($k = 0; $k < $n; ++$k) {
            $unit = array_fill(0, $n, 0.0);
            $unit[$k] = 1.0;
            $columns[] = DenseLu::solve($matrix, array_values($unit)) ?? array_fill(0, $n, 0.0);
        }

        return $columns;
    }

    /** @param list<float> $values */
    private static function square(array $values): float
    {
        $sum = 0.0;
        foreach ($values as $value) {
            $sum += $value * $value;
        }

        return $sum;
    }
}
