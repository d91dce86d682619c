<?php

declare(strict_types=1);

namespace Yew\Core\Numeric;

/**
 * Which entries of a square matrix can ever be non-zero, and the order in which its unknowns are eliminated.
 *
 * Built once per topology: minimum-degree ordering on the symmetric pattern (Markowitz 1957, Tinney and Walker 1967), then
 * symbolic elimination, so that the numeric factorisation is a straight run through flat lists of slots. A row or
 * column past the last (the number of unknowns itself) stands for the reference node: what is written there goes to a waste slot
 * and is never read.
 */
final class Pattern
{
    /** @var array<int, int> slot by row * size + column */
    private array $slots = [];

    /** @var list<int> unknowns in the order of elimination */
    public readonly array $order;

    /** @var list<int> slot of each pivot, in order */
    public readonly array $pivots;

    /** @var list<int> for each step: where its rows begin in, with one more for the end */
    public readonly array $rowStart;

    /** @var list<int> slots of L, below each pivot */
    public readonly array $lower;

    /** @var list<int> unknown of each entry of */
    public readonly array $lowerRow;

    /** @var list<int> for each entry of: where its updates begin, with one more for the end */
    public readonly array $updateStart;

    /** @var list<int> slots of U that are multiplied */
    public readonly array $updateFrom;

    /** @var list<int> slots that take the product */
    public readonly array $updateTo;

    /** @var list<int> for each step: where its entries of U begin in */
    public readonly array $upperStart;

    /** @var list<int> slots of U, right of each pivot */
    public readonly array $upper;

    /** @var list<int> unknown of each entry of */
    public readonly array $upperColumn;

    /** Number of slots, without the waste slot that follows them. */
    public readonly int $slotCount;

    /**
     * @param int                   $size    number of unknowns
     * @param list<array{int, int}> $entries pairs of unknowns that meet in an element; both triangles and the diagonal follow
     */
    public function __construct(public readonly int $size, array $entries)
    {
        $neighbours = array_fill(0, $size, []);
        foreach ($entries as [$i, $j]) {
            if ($i < $size && $j < $size && $i !== $j) {
                $neighbours[$i][$j] = true;
                $neighbours[$j][$i] = true;
            }
        }
        $this->order = $this->eliminate($neighbours);
        $this->slotCount = \count($this->slots);
        [
            $this->pivots, $this->rowStart, $this->lower, $this->lowerRow, $this->updateStart, $this->updateFrom, $this->updateTo, $this->upperStart, $this->upper, $this->upperColumn,
        ] = $this->unrolled();
    }

    /** Slot of an entry; the waste slot when either side is the reference node. */
    public function slot(int $row, int $column): int
    {
        if ($row >= $this->size || $column >= $this->size) {
            return $this->slotCount;
        }

        return $this->slots[$row * $this->size + $column] ?? throw new \LogicException(\sprintf('entry (%d, %d) is not part of the pattern', $row, $column));
    }

    /** @return array{int, int, int, int} slots where the rows a and b meet the columns c and d: (a,c), (a,d), (b,c), (b,d) */
    public function meeting(int $a, int $b, int $c, int $d): array
    {
        return [$this->slot($a, $c), $this->slot($a, $d), $this->slot($b, $c), $this->slot($b, $d)];
    }

    /**
     * Adds an element between two unknowns.
     *
     * @param array<int, float> $values by slot
     */
    public function add(array &$values, int $a, int $b, float $value): void
    {
        $this->addBetween($values, [$a, $b], [$a, $b], $value);
    }

    /**
     * Adds an element whose current flows between one pair of unknowns and follows the volts between another.
     *
     * @param array<int, float> $values by slot
     * @param array{int, int}   $from
     * @param array{int, int}   $by
     */
    public function addBetween(array &$values, array $from, array $by, float $value): void
    {
        [$ac, $ad, $bc, $bd] = $this->meeting($from[0], $from[1], $by[0], $by[1]);
        $values[$ac] += $value;
        $values[$bd] += $value;
        $values[$ad] -= $value;
        $values[$bc] -= $value;
    }

    /** @return array<int, int> slot by row * size + column */
    public function slots(): array
    {
        return $this->slots;
    }

    /**
     * Minimum degree; fill-in joins the pattern.
     *
     * @param array<int, array<int, true>> $neighbours
     *
     * @return list<int>
     */
    private function eliminate(array $neighbours): array
    {
        $full = $neighbours;
        $left = array_fill(0, $this->size, true);
        $order = [];
        while ([] !== $left) {
            $best = null;
            foreach ($left as $i => $_) {
                if (null === $best || \count($neighbours[$i]) < \count($neighbours[$best])) {
                    $best = $i;
                }
            }
            $around = array_keys($neighbours[$best]);
            foreach ($around as $i) {
                unset($neighbours[$i][$best]);
                foreach ($around as $j) {
                    if ($i !== $j) {
                        $neighbours[$i][$j] = true;
                        $full[$i][$j] = true;
                    }
                }
            }
            $order[] = $best;
            unset($left[$best]);
        }
        $slot = 0;
        foreach ($order as $i) {
            $this->slots[$i * $this->size + $i] = $slot++;
        }
        foreach ($full as $i => $row) {
            foreach ($row as $j => $_) {
                $this->slots[$i * $this->size + $j] = $slot++;
            }
        }

        return $order;
    }

    /** @return array{list<int>, list<int>, list<int>, list<int>, list<int>, list<int>, list<int>, list<int>, list<int>, list<int>} in the order of the properties */
    private function unrolled(): array
    {
        $position = array_flip($this->order);
        $pivots = $rowStart = $lower = $lowerRow = $updateStart = $from = $to = $upperStart = $upper = $upperColumn = [];
        foreach ($this->order as $step => $k) {
            $pivots[] = $this->slots[$k * $this->size + $k];
            $later = [];
            foreach ($this->order as $i) {
                if ($position[$i] > $step && isset($this->slots[$i * $this->size + $k])) {
                    $later[] = $i;
                }
            }
            $rowStart[] = \count($lower);
            $upperStart[] = \count($upper);
            foreach ($later as $j) {
                $upper[] = $this->slots[$k * $this->size + $j];
                $upperColumn[] = $j;
            }
            foreach ($later as $i) {
                $lower[] = $this->slots[$i * $this->size + $k];
                $lowerRow[] = $i;
                $updateStart[] = \count($from);
                foreach ($later as $j) {
                    $from[] = $this->slots[$k * $this->size + $j];
                    $to[] = $this->slots[$i * $this->size + $j];
                }
            }
        }
        $rowStart[] = \count($lower);
        $upperStart[] = \count($upper);
        $updateStart[] = \count($from);

        return [$pivots, $rowStart, $lower, $lowerRow, $updateStart, $from, $to, $upperStart, $upper, $upperColumn];
    }
}
