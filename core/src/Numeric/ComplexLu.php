<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** The same elimination for complex values, kept as paired real arrays: small-signal AC. */
final class ComplexLu
{
    /**
     * Factors in place, as SparseLu does; each pivot's slot holds its reciprocal.
     *
     * @param array<int, float> $re values by slot, the waste slot last
     * @param array<int, float> $im likewise
     *
     * @return bool false when a pivot vanished
     */
    public static function factor(Pattern $pattern, array &$re, array &$im): bool
    {
        for ($k = 0; $k < $pattern->size; ++$k) {
            $slot = $pattern->pivots[$k];
            $square = $re[$slot] * $re[$slot] + $im[$slot] * $im[$slot];
            if ($square < 1e-60) {
                return false;
            }
            $pr = $re[$slot] / $square;
            $pi = -$im[$slot] / $square;
            $re[$slot] = $pr;
            $im[$slot] = $pi;
            for ($r = $pattern->rowStart[$k]; $r < $pattern->rowStart[$k + 1]; ++$r) {
                $l = $pattern->lower[$r];
                $fr = $re[$l] * $pr - $im[$l] * $pi;
                $fi = $re[$l] * $pi + $im[$l] * $pr;
                $re[$l] = $fr;
                $im[$l] = $fi;
                for ($u = $pattern->updateStart[$r]; $u < $pattern->updateStart[$r + 1]; ++$u) {
                    $from = $pattern->updateFrom[$u];
                    $to = $pattern->updateTo[$u];
                    $re[$to] -= $fr * $re[$from] - $fi * $im[$from];
                    $im[$to] -= $fr * $im[$from] + $fi * $re[$from];
                }
            }
        }

        return true;
    }

    /**
     * @param array<int, float> $re factored
     * @param array<int, float> $im factored
     * @param array<int, float> $br right-hand side, real parts by unknown
     * @param array<int, float> $bi likewise, imaginary
     *
     * @return array{array<int, float>, array<int, float>} real and imaginary parts by unknown
     */
    public static function solve(Pattern $pattern, array $re, array $im, array $br, array $bi): array
    {
        $order = $pattern->order;
        for ($k = 0; $k < $pattern->size; ++$k) {
            $xr = $br[$order[$k]];
            $xi = $bi[$order[$k]];
            for ($r = $pattern->rowStart[$k]; $r < $pattern->rowStart[$k + 1]; ++$r) {
                $l = $pattern->lower[$r];
                $row = $pattern->lowerRow[$r];
                $br[$row] -= $re[$l] * $xr - $im[$l] * $xi;
                $bi[$row] -= $re[$l] * $xi + $im[$l] * $xr;
            }
        }
        for ($k = $pattern->size - 1; $k >= 0; --$k) {
            $xr = $br[$order[$k]];
            $xi = $bi[$order[$k]];
            for ($r = $pattern->upperStart[$k]; $r < $pattern->upperStart[$k + 1]; ++$r) {
                $u = $pattern->upper[$r];
                $column = $pattern->upperColumn[$r];
                $xr -= $re[$u] * $br[$column] - $im[$u] * $bi[$column];
                $xi -= $re[$u] * $bi[$column] + $im[$u] * $br[$column];
            }
            $slot = $pattern->pivots[$k];
            $br[$order[$k]] = $xr * $re[$slot] - $xi * $im[$slot];
            $bi[$order[$k]] = $xr * $im[$slot] + $xi * $re[$slot];
        }

        return [$br, $bi];
    }
}
