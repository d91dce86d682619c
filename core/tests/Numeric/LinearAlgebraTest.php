<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Numeric;

use PHPUnit\Framework\TestCase;
use Yew\Core\Numeric\ComplexLu;
use Yew\Core\Numeric\DenseInverse;
use Yew\Core\Numeric\DenseLu;
use Yew\Core\Numeric\LeastSquares;
use Yew\Core\Numeric\Pattern;
use Yew\Core\Numeric\SparseLu;

final class LinearAlgebraTest extends TestCase
{
    public function testSparseDenseAndTransposedAgreeOnALadderWithCrossLinks(): void
    {
        [$pattern, $values, $rows] = self::ladder(24);
        $b = array_map(static fn (int $i): float => sin($i + 1.0), range(0, 23));
        $factored = $values;
        self::assertTrue(SparseLu::factor($pattern, $factored));
        $x = SparseLu::solve($pattern, $factored, $b);
        $dense = DenseLu::solve($rows, $b);
        self::assertNotNull($dense);
        foreach ($dense as $i => $value) {
            self::assertEqualsWithDelta($value, $x[$i], 1e-12);
        }
        $transposed = array_map(static fn (int $i): array => array_column($rows, $i), range(0, 23));
        $y = SparseLu::solveTransposed($pattern, $factored, $b);
        foreach (DenseLu::solve($transposed, $b) ?? [] as $i => $value) {
            self::assertEqualsWithDelta($value, $y[$i], 1e-12);
        }
        self::assertSame($rows, DenseLu::rows($pattern, $values));
    }

    public function testADenseInverseTimesItsMatrixIsUnityAndASingularOneHasNone(): void
    {
        $matrix = [[0.0, 2.0, 1.0], [1e-9, 1.0, -1.0], [3.0, -2.0, 4.0]];
        $inverse = DenseInverse::of($matrix);
        self::assertNotNull($inverse);
        foreach (DenseInverse::product($matrix, $inverse) as $i => $row) {
            foreach ($row as $j => $value) {
                self::assertEqualsWithDelta($i === $j ? 1.0 : 0.0, $value, 1e-12);
            }
        }
        self::assertNull(DenseInverse::of([[1.0, 2.0], [2.0, 4.0]]));
        self::assertNull(DenseInverse::of([[0.0, 0.0], [0.0, 1.0]]));
    }

    public function testComplexEliminationMeetsItsOwnEquations(): void
    {
        [$pattern, $re, $rows] = self::ladder(12);
        $im = array_map(static fn (float $v): float => 0.3 * $v, $re);
        $factoredRe = $re;
        $factoredIm = $im;
        self::assertTrue(ComplexLu::factor($pattern, $factoredRe, $factoredIm));
        $b = array_fill(0, 12, 1.0);
        [$x, $y] = ComplexLu::solve($pattern, $factoredRe, $factoredIm, $b, array_fill(0, 12, 0.0));
        foreach ($rows as $i => $row) {
            $sumRe = $sumIm = 0.0;
            foreach ($row as $j => $v) {
                $sumRe += $v * $x[$j] - 0.3 * $v * $y[$j];
                $sumIm += $v * $y[$j] + 0.3 * $v * $x[$j];
            }
            self::assertEqualsWithDelta(1.0, $sumRe, 1e-11, 'row '.$i);
            self::assertEqualsWithDelta(0.0, $sumIm, 1e-11);
        }
    }

    public function testASingularMatrixIsReportedNotSolved(): void
    {
        $pattern = new Pattern(2, [[0, 1]]);
        $values = [1.0, 1.0, -1.0, -1.0, 0.0];
        self::assertFalse(SparseLu::factor($pattern, $values));
        self::assertNull(DenseLu::solve([[1.0, -1.0], [-1.0, 1.0]], [1.0, 1.0]));
    }

    public function testLeastSquaresFindsThePowerLawThatMadeTheData(): void
    {
        $fit = LeastSquares::fit(static fn (array $p): array => array_map(static fn (int $x): float => $p[0] * $x ** $p[1] - 0.4 * $x ** 1.5, range(1, 12)), [1.0, 1.0]);
        self::assertEqualsWithDelta(0.4, $fit['parameters'][0], 1e-6);
        self::assertEqualsWithDelta(1.5, $fit['parameters'][1], 1e-6);
    }

    /** @return array{Pattern, list<float>, list<list<float>>} an unsymmetric, diagonally heavy matrix on a ladder with links across */
    private static function ladder(int $size): array
    {
        $entries = [];
        for ($i = 1; $i < $size; ++$i) {
            $entries[] = [$i - 1, $i];
            $entries[] = [$i, ($i * 7) % $size];
        }
        $pattern = new Pattern($size, $entries);
        $values = array_fill(0, $pattern->slotCount + 1, 0.0);
        foreach ($pattern->slots() as $place => $slot) {
            [$i, $j] = [intdiv($place, $size), $place % $size];
            $values[$slot] = $i === $j ? 9.0 + $i : cos(3.0 * $i + $j);
        }

        return [$pattern, array_values($values), DenseLu::rows($pattern, array_values($values))];
    }
}
