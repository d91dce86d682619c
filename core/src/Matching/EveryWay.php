<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** Tries every choice out of a small drawer, leaving out what cannot be better than the best so far. */
final class EveryWay
{
    private float $worst;

    /**
     * @param list<float>      $values  whose spread is made small
     * @param list<list<int>>  $best    so far
     * @param list<float>|null $others  whose spread may not be more than is allowed
     * @param float            $allowed percent
     */
    private function __construct(private readonly array $values, private readonly int $size, private readonly int $count, private array $best, private readonly ?array $others, private readonly float $allowed)
    {
        $this->worst = Spread::worst($best, $values);
    }

    /**
     * The choice with the smallest worst spread.
     *
     * @param list<float>      $values
     * @param list<list<int>>  $begin   a choice to begin with
     * @param list<float>|null $others
     * @param float            $allowed spread of the others in any set, percent
     *
     * @return list<list<int>> sets of places in the list
     */
    public static function best(array $values, int $size, int $count, array $begin, ?array $others = null, float $allowed = \INF): array
    {
        $way = new self($values, $size, $count, $begin, $others, $allowed);
        $way->on(array_keys($values), [], 0.0);

        return $way->best;
    }

    /**
     * @param list<int>       $free
     * @param list<list<int>> $sets
     * @param float           $soFar worst spread of these sets
     */
    private function on(array $free, array $sets, float $soFar): void
    {
        if ($soFar >= $this->worst) {
            return; // a better one was found meanwhile
        }
        if (\count($sets) === $this->count) {
            [$this->best, $this->worst] = [$sets, $soFar];

            return;
        }
        $first = $free[0];
        $rest = \array_slice($free, 1);
        foreach (self::choices($rest, $this->size - 1) as $chosen) {
            $set = [$first, ...$chosen];
            $spread = Spread::of($set, $this->values);
            if ($spread < $this->worst && (null === $this->others || Spread::of($set, $this->others) <= $this->allowed)) {
                $this->on(array_values(array_diff($rest, $chosen)), [...$sets, $set], max($soFar, $spread));
            }
        }
        if (\count($rest) >= $this->size * ($this->count - \count($sets))) {
            $this->on($rest, $sets, $soFar);
        }
    }

    /**
     * @param list<int> $from
     *
     * @return \Generator<list<int>> every choice of so many
     */
    private static function choices(array $from, int $count): \Generator
    {
        if (0 === $count) {
            yield [];

            return;
        }
        for ($i = 0, $last = \count($from) - $count; $i <= $last; ++$i) {
            foreach (self::choices(\array_slice($from, $i + 1), $count - 1) as $more) {
                yield [$from[$i], ...$more];
            }
        }
    }
}
