<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** A pair, quad or sextet. */
final readonly class MatchedSet
{
    public float $plateSpreadPercent;
    /** null where one of them has no transconductance */
    public ?float $siemensSpreadPercent;
    /** by which the spread may be off: the two largest that conversions bring to its members, together */
    public float $bandPercent;

    /** @param non-empty-list<Candidate> $tubes */
    private function __construct(public array $tubes)
    {
        $this->plateSpreadPercent = Spread::percent(array_map(static fn (Candidate $c): float => $c->plateAmperes, $tubes));
        $siemens = array_values(array_filter(array_map(static fn (Candidate $c): ?float => $c->siemens, $tubes), static fn (?float $s): bool => null !== $s));
        $this->siemensSpreadPercent = \count($siemens) < \count($tubes) || [] === $siemens ? null : Spread::percent($siemens);
        $bands = array_map(static fn (Candidate $c): float => $c->bandPercent, $tubes);
        rsort($bands);
        $this->bandPercent = array_sum(\array_slice($bands, 0, 2));
    }

    /** @param list<Candidate> $tubes one at least */
    public static function of(array $tubes): self
    {
        return [] === $tubes ? throw new \InvalidArgumentException('a set has members') : new self($tubes);
    }

    /**
     * Matched only where the spread lies within the limit with all that a conversion may have brought (TUBE-3).
     *
     * @param float $limitPercent spread up to which the shop calls tubes matched
     */
    public function claim(float $limitPercent): Claim
    {
        return match (true) {
            $this->plateSpreadPercent + $this->bandPercent <= $limitPercent => Claim::Matched,
            $this->plateSpreadPercent - $this->bandPercent > $limitPercent => Claim::NotMatched,
            default => Claim::CannotSay,
        };
    }
}
