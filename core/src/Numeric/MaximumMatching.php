<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/** As many pairs as can be had at once among partners who may pair: a maximum matching of a graph that need not have two sides (Edmonds 1965). */
final class MaximumMatching
{
    /** @var array<int, int> partner by vertex; −1 where it has none */
    private array $partner;
    /** @var array<int, int> */
    private array $parent = [];
    /** @var array<int, int> */
    private array $base = [];
    private readonly int $count;

    /** @param array<int, list<int>> $neighbours by vertex, each edge at both ends */
    private function __construct(private readonly array $neighbours)
    {
        $this->count = \count($neighbours);
        $this->partner = array_fill(0, $this->count, -1);
    }

    /**
     * @param list<list<int>> $neighbours by vertex, each edge at both ends
     * @param int             $enough     so many pairs are as good as more
     *
     * @return list<array{int, int}> the lower vertex first
     */
    public static function of(array $neighbours, int $enough = \PHP_INT_MAX): array
    {
        $matching = new self($neighbours);
        $found = $matching->greedily($enough);
        for ($root = 0; $root < $matching->count && $found < $enough; ++$root) {
            if (-1 === $matching->partner[$root] && $matching->augment($root)) {
                ++$found;
            }
        }
        $pairs = [];
        foreach ($matching->partner as $vertex => $partner) {
            if ($partner > $vertex) {
                $pairs[] = [$vertex, $partner];
            }
        }

        return $pairs;
    }

    private function greedily(int $enough): int
    {
        $found = 0;
        for ($v = 0; $v < $this->count && $found < $enough; ++$v) {
            if (-1 !== $this->partner[$v]) {
                continue;
            }
            foreach ($this->neighbours[$v] as $to) {
                if (-1 === $this->partner[$to]) {
                    $this->partner[$v] = $to;
                    $this->partner[$to] = $v;
                    ++$found;
                    break;
                }
            }
        }

        return $found;
    }

    /** Grows a tree of alternating paths from a vertex that has no partner; an odd circle in it is shrunk to one vertex. */
    private function augment(int $root): bool
    {
        $this->parent = array_fill_keys(array_keys($this->neighbours), -1);
        $this->base = array_keys($this->neighbours);
        $seen = [$root => true];
        $queue = [$root];
        for ($head = 0; isset($queue[$head]); ++$head) {
            $v = $queue[$head];
            foreach ($this->neighbours[$v] as $to) {
                if ($this->base[$v] === $this->base[$to] || $this->partner[$v] === $to) {
                    continue;
                }
                if ($to === $root || (-1 !== $this->partner[$to] && -1 !== $this->parent[$this->partner[$to]])) {
                    foreach ($this->shrink($v, $to) as $outer) {
                        if (!isset($seen[$outer])) {
                            $seen[$outer] = true;
                            $queue[] = $outer;
                        }
                    }
                } elseif (-1 === $this->parent[$to]) {
                    $this->parent[$to] = $v;
                    if (-1 === $this->partner[$to]) {
                        $this->turn($to);

                        return true;
                    }
                    $seen[$this->partner[$to]] = true;
                    $queue[] = $this->partner[$to];
                }
            }
        }

        return false;
    }

    /** @return list<int> vertices that stand in the circle through both, and now lead on */
    private function shrink(int $a, int $b): array
    {
        $meet = $this->meeting($a, $b);
        $circle = [];
        foreach ([[$a, $b], [$b, $a]] as [$from, $child]) {
            for ($v = $from; $this->base[$v] !== $meet; $v = $this->parent[$this->partner[$v]]) {
                $circle[$this->base[$v]] = $circle[$this->base[$this->partner[$v]]] = true;
                $this->parent[$v] = $child;
                $child = $this->partner[$v];
            }
        }
        $outer = [];
        for ($v = 0; $v < $this->count; ++$v) {
            if (isset($circle[$this->base[$v]])) {
                $this->base[$v] = $meet;
                $outer[] = $v;
            }
        }

        return $outer;
    }

    /** Where the ways back to the root from two vertices meet. */
    private function meeting(int $a, int $b): int
    {
        $passed = [];
        for ($v = $this->base[$a];; $v = $this->base[$this->parent[$this->partner[$v]]]) {
            $passed[$v] = true;
            if (-1 === $this->partner[$v]) {
                break;
            }
        }
        $v = $this->base[$b];
        while (!isset($passed[$v])) {
            $v = $this->base[$this->parent[$this->partner[$v]]];
        }

        return $v;
    }

    /** Swaps partners along the way back from a vertex without one. */
    private function turn(int $v): void
    {
        while (-1 !== $v) {
            $before = $this->parent[$v];
            $next = $this->partner[$before];
            $this->partner[$v] = $before;
            $this->partner[$before] = $v;
            $v = $next;
        }
    }
}
