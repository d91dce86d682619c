<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/**
 * Chooses so many pairs, quads or sextets out of a drawer that the worst of them is as good as can be (TUBE-3).
 *
 * First the worst spread of plate current is made smallest. By the ratio of largest to smallest member that is exact at any size:
 * sets of neighbours in the order of their currents are never worse than others, since the set with the smallest member reaches as
 * far as the first so many, and the one with the largest likewise from above. For pairs spread and ratio say the same. For larger
 * sets the mean of a set makes a second-order difference; in small drawers every way is tried, in large ones the bound says how
 * much better it could be, which is far below what a meter sees.
 *
 * Then, among choices whose worst spread differs by less than the meter's band, the worst spread of transconductance: exactly for
 * pairs (a maximum matching for each limit), and in small drawers for sets of any size; beyond that by packing sets within a limit
 * that is drawn in, with a bound.
 */
final readonly class Matching
{
    /** So many tubes at most, and in a set: keeps every run bounded. */
    public const MOST_TUBES = 1000;
    public const MOST_IN_A_SET = 8;
    /** Up to so many every way is tried. */
    private const TRIED_OUT = 12;

    /**
     * @param list<Candidate> $tubes by plate current, lowest first
     * @param int             $size  of a set
     * @param int             $count of sets
     */
    private function __construct(private array $tubes, private int $size, private int $count)
    {
    }

    /**
     * @param list<Candidate> $tubes
     * @param int             $size        two for pairs, four for quads
     * @param int             $count       how many sets; at least one, and no more than there are tubes for
     * @param float           $bandPercent of the meter: spreads that differ by less count as equal
     */
    public static function choose(array $tubes, int $size, int $count, float $bandPercent = 0.0): Choice
    {
        if ($size < 2 || $size > self::MOST_IN_A_SET || $count < 1 || \count($tubes) > self::MOST_TUBES || $size * $count > \count($tubes)) {
            throw new \InvalidArgumentException('so many sets cannot be made of these tubes');
        }
        usort($tubes, static fn (Candidate $a, Candidate $b): int => [$a->plateAmperes, $a->id] <=> [$b->plateAmperes, $b->id]);
        $self = new self($tubes, $size, $count);
        $plate = array_map(static fn (Candidate $c): float => $c->plateAmperes, $tubes);
        [$sets, $ratio] = Neighbours::best($plate, $size, $count);
        $bound = Spread::leastPercent($ratio, $size);
        if (2 < $size && \count($tubes) <= self::TRIED_OUT) {
            $sets = EveryWay::best($plate, $size, $count, $sets);
            $bound = Spread::worst($sets, $plate);
        }
        $siemens = array_map(static fn (Candidate $c): ?float => $c->siemens, $tubes);
        if (\in_array(null, $siemens, true)) {
            return $self->answer($sets, $bound, null);
        }
        $siemens = array_values(array_filter($siemens, static fn (?float $s): bool => null !== $s));
        // Rounding must not shut out the very sets that were found.
        $allowed = Spread::worst($sets, $plate) * (1 + 1e-9) + $bandPercent;
        [$sets, $siemensBound] = $self->bySiemens($sets, $plate, $siemens, $allowed);

        return $self->answer($sets, $bound, $siemensBound);
    }

    /**
     * @param list<list<int>> $sets
     * @param list<float>     $plate
     * @param list<float>     $siemens
     * @param float           $allowed worst spread of plate current that counts as equally good, percent
     *
     * @return array{list<list<int>>, float} and a bound for the worst spread of transconductance
     */
    private function bySiemens(array $sets, array $plate, array $siemens, float $allowed): array
    {
        if (2 === $this->size) {
            $pairs = Pairing::best($plate, $siemens, $this->count, $allowed);

            return [$pairs, Spread::worst($pairs, $siemens)];
        }
        if (\count($this->tubes) <= self::TRIED_OUT) {
            $sets = EveryWay::best($siemens, $this->size, $this->count, $sets, $plate, $allowed);

            return [$sets, Spread::worst($sets, $siemens)];
        }
        $sorted = $siemens;
        sort($sorted);

        return [Packing::best($sets, $plate, $siemens, $this->size, $this->count, $allowed), Spread::leastPercent(Neighbours::best($sorted, $this->size, $this->count)[1], $this->size)];
    }

    /** @param list<list<int>> $sets */
    private function answer(array $sets, float $plateBound, ?float $siemensBound): Choice
    {
        $left = array_values(array_diff_key($this->tubes, array_flip(array_merge(...[[], ...$sets]))));
        $matched = array_map(function (array $set): MatchedSet {
            sort($set);

            return MatchedSet::of(array_map(fn (int $at): Candidate => $this->tubes[$at], $set));
        }, $sets);
        usort($matched, static fn (MatchedSet $a, MatchedSet $b): int => $a->tubes[0]->plateAmperes <=> $b->tubes[0]->plateAmperes);
        $pairs = [];
        if (\count($left) >= 2) {
            $pairs = array_map(static fn (array $set): MatchedSet => MatchedSet::of([$left[$set[0]], $left[$set[1]]]), Neighbours::best(array_map(static fn (Candidate $c): float => $c->plateAmperes, $left), 2, intdiv(\count($left), 2))[0]);
        }

        return new Choice($matched, $plateBound, $siemensBound, $left, $pairs);
    }
}
