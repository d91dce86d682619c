<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/**
 * Finds x = g(x) where going straight to g(x) would swing to and fro: the last few steps say which mixture of them leaves least to go.
 *
 * Anderson acceleration as in H. F. Walker and P. Ni, SIAM J. Numer. Anal. 49 (2011) 1715, type II, by normal equations.
 */
final class AndersonMixing
{
    /** Keeps the normal equations from being singular where two steps were alike, as a share of their largest entry. */
    private const RIDGE = 1e-10;

    /** @var list<array{array<int, float>, array<int, float>}> x and g(x) − x of the last rounds, the newest last */
    private array $rounds = [];

    /**
     * @param int   $depth  rounds that are remembered besides the last
     * @param float $stride of what is left to go, that is gone in one round
     */
    public function __construct(private readonly int $depth = 4, private readonly float $stride = 0.5)
    {
    }

    /**
     * @param list<float> $x     all of one unit, or scaled alike
     * @param list<float> $asked g(x)
     *
     * @return list<float> where to look next
     */
    public function next(array $x, array $asked): array
    {
        $rest = array_map(static fn (float $g, float $at): float => $g - $at, $asked, $x);
        $this->rounds = \array_slice([...$this->rounds, [$x, $rest]], -$this->depth - 1);
        $back = \count($this->rounds) - 1;
        $steps = $changes = [];
        for ($k = 0; $k < $back; ++$k) {
            $steps[] = array_map(static fn (float $b, float $a): float => $b - $a, $this->rounds[$k + 1][0], $this->rounds[$k][0]);
            $changes[] = array_map(static fn (float $b, float $a): float => $b - $a, $this->rounds[$k + 1][1], $this->rounds[$k][1]);
        }
        $weights = self::weights($changes, $rest);
        foreach ($x as $i => $at) {
            $next = $at + $this->stride * $rest[$i];
            foreach ($weights as $k => $weight) {
                $next -= $weight * ($steps[$k][$i] + $this->stride * $changes[$k][$i]);
            }
            $x[$i] = $next;
        }

        return $x;
    }

    /**
     * Least squares: how much of each change makes up what is left.
     *
     * @param list<array<int, float>> $changes
     * @param array<int, float>       $rest
     *
     * @return list<float>
     */
    private static function weights(array $changes, array $rest): array
    {
        $normal = array_map(static fn (array $a): array => array_map(static fn (array $b): float => self::dot($a, $b), $changes), $changes);
        $most = 0.0;
        foreach ($normal as $k => $row) {
            $most = max($most, $row[$k]);
        }
        foreach (array_keys($normal) as $k) {
            $normal[$k][$k] += self::RIDGE * $most;
        }

        return [] === $changes ? [] : DenseLu::solve($normal, array_map(static fn (array $c): float => self::dot($c, $rest), $changes)) ?? [];
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     */
    private static function dot(array $a, array $b): float
    {
        return array_sum(array_map(static fn (float $x, float $y): float => $x * $y, $a, $b));
    }
}
