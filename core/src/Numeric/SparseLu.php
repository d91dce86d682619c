<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** LU factorisation in the fixed order of a pattern, without pivoting; a pivot that is too small is reported, not used. */
final class SparseLu
{
    /** A pivot smaller than this share of what stood there before elimination has lost its figures. */
    private const PIVOT_SHARE = 1e-13;

    /**
     * Factors in place: below the pivots L with unit diagonal, elsewhere U; each pivot's slot holds its reciprocal.
     *
     * @param array<int, float> $a values by slot, the waste slot last
     *
     * @return bool false when a pivot has lost its figures: the dense solver takes over
     */
    public static function factor(Pattern $pattern, array &$a): bool
    {
        $pivots = $pattern->pivots;
        $rowStart = $pattern->rowStart;
        $lower = $pattern->lower;
        $updateStart = $pattern->updateStart;
        $from = $pattern->updateFrom;
        $to = $pattern->updateTo;
        $before = $a;
        $size = $pattern->size;
        for ($k = 0; $k < $size; ++$k) {
            $slot = $pivots[$k];
            $pivot = $a[$slot];
            if (abs($pivot) <= self::PIVOT_SHARE * abs($before[$slot]) || 0.0 === $pivot) {
                return false;
            }
            $reciprocal = 1.0 / $pivot;
            $a[$slot] = $reciprocal;
            $end = $rowStart[$k + 1];
            for ($r = $rowStart[$k]; $r < $end; ++$r) {
                $factor = $a[$lower[$r]];
                if (0.0 === $factor) {
                    continue;
                }
                $factor *= $reciprocal;
                $a[$lower[$r]] = $factor;
                $last = $updateStart[$r + 1];
                for ($u = $updateStart[$r]; $u < $last; ++$u) {
                    $a[$to[$u]] -= $factor * $a[$from[$u]];
                }
            }
        }

        return true;
    }

    /**
     * Solves A·x = b with the factors.
     *
     * @param array<int, float> $a factored values by slot
     * @param array<int, float> $b right-hand side by unknown
     *
     * @return array<int, float> by unknown
     */
    public static function solve(Pattern $pattern, array $a, array $b): array
    {
        $order = $pattern->order;
        $rowStart = $pattern->rowStart;
        $lower = $pattern->lower;
        $lowerRow = $pattern->lowerRow;
        $size = $pattern->size;
        for ($k = 0; $k < $size; ++$k) {
            $x = $b[$order[$k]];
            if (0.0 === $x) {
                continue;
            }
            $end = $rowStart[$k + 1];
            for ($r = $rowStart[$k]; $r < $end; ++$r) {
                $b[$lowerRow[$r]] -= $a[$lower[$r]] * $x;
            }
        }
        $upperStart = $pattern->upperStart;
        $upper = $pattern->upper;
        $column = $pattern->upperColumn;
        $pivots = $pattern->pivots;
        for ($k = $size - 1; $k >= 0; --$k) {
            $x = $b[$order[$k]];
            $end = $upperStart[$k + 1];
            for ($r = $upperStart[$k]; $r < $end; ++$r) {
                $x -= $a[$upper[$r]] * $b[$column[$r]];
            }
            $b[$order[$k]] = $x * $a[$pivots[$k]];
        }

        return $b;
    }

    /**
     * Solves Aᵀ·x = b with the same factors: the adjoint, for sensitivities.
     *
     * @param array<int, float> $a factored values by slot
     * @param array<int, float> $b right-hand side by unknown
     *
     * @return array<int, float> by unknown
     */
    public static function solveTransposed(Pattern $pattern, array $a, array $b): array
    {
        $order = $pattern->order;
        for ($k = 0; $k < $pattern->size; ++$k) {
            $x = $b[$order[$k]] * $a[$pattern->pivots[$k]];
            $b[$order[$k]] = $x;
            for ($r = $pattern->upperStart[$k]; $r < $pattern->upperStart[$k + 1]; ++$r) {
                $b[$pattern->upperColumn[$r]] -= $a[$pattern->upper[$r]] * $x;
            }
        }
        for ($k = $pattern->size - 1; $k >= 0; --$k) {
            $x = $b[$order[$k]];
            for ($r = $pattern->rowStart[$k]; $r < $pattern->rowStart[$k + 1]; ++$r) {
                $x -= $a[$pattern->lower[$r]] * $b[$pattern->lowerRow[$r]];
            }
            $b[$order[$k]] = $x;
        }

        return $b;
    }
}
