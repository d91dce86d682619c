<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/** How one place moved since the unit was switched on, or its mains last moved: whether it has come to rest (COND-3). */
final readonly class Drift
{
    /** Seconds at the end over which its speed is taken. */
    private const WINDOW_SECONDS = 300.0;
    /** Over less nothing can be said of a speed. */
    private const LEAST_SECONDS = 60.0;
    private const LEAST_POINTS = 3;
    /** What moves less in five minutes has come to rest, percent (our choice). */
    private const REST_PERCENT = 0.5;
    /** More points than a plot can show are thinned out. */
    private const MOST_POINTS = 240;

    /**
     * @param list<array{float, float}>            $points         minutes warm and V
     * @param 'few'|'rest'|'moving'|'still-moving' $says           too few points; at rest; still warming; warm, and moving all the same
     * @param float|null                           $percentPerFive how much it moves in five minutes now
     */
    private function __construct(public array $points, public string $says, public ?float $percentPerFive)
    {
    }

    /**
     * @param list<array{float, float}> $points seconds warm and V, in any order
     */
    public static function of(array $points): self
    {
        usort($points, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $last = $points[\count($points) - 1][0] ?? 0.0;
        $late = array_values(array_filter($points, static fn (array $p): bool => $p[0] >= $last - self::WINDOW_SECONDS));
        $span = [] === $late ? 0.0 : $last - $late[0][0];
        $speed = \count($late) < self::LEAST_POINTS || $span < self::LEAST_SECONDS ? null : self::slope($late);
        $middle = [] === $late ? 0.0 : abs(array_sum(array_column($late, 1)) / \count($late));
        $percent = null === $speed || $middle <= 0.0 ? null : 100.0 * $speed * self::WINDOW_SECONDS / $middle;

        return new self(array_map(static fn (array $p): array => [$p[0] / 60.0, $p[1]], self::thinned($points)), match (true) {
            null === $percent => 'few',
            abs($percent) <= self::REST_PERCENT => 'rest',
            $last < 60.0 * ReadingContext::WARM_MINUTES => 'moving',
            default => 'still-moving',
        }, $percent);
    }

    /**
     * By least squares, V per second.
     *
     * @param non-empty-list<array{float, float}> $points
     */
    private static function slope(array $points): ?float
    {
        $n = \count($points);
        [$t, $v] = [array_sum(array_column($points, 0)) / $n, array_sum(array_column($points, 1)) / $n];
        [$along, $across] = [0.0, 0.0];
        foreach ($points as [$at, $volts]) {
            [$along, $across] = [$along + ($at - $t) * ($volts - $v), $across + ($at - $t) ** 2];
        }

        return $across > 0.0 ? $along / $across : null;
    }

    /**
     * @param list<array{float, float}> $points
     *
     * @return list<array{float, float}> at most so many, the last among them
     */
    private static function thinned(array $points): array
    {
        $step = max(1, (int) ceil(\count($points) / self::MOST_POINTS));
        $last = \count($points) - 1;

        return array_values(array_filter($points, static fn (int $i): bool => 0 === ($last - $i) % $step, \ARRAY_FILTER_USE_KEY));
    }
}
