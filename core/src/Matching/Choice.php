<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** What was chosen out of a drawer, how good it is, and how good it could be at best. */
final readonly class Choice
{
    /**
     * @param list<MatchedSet> $sets                lowest current first
     * @param float            $plateBoundPercent   no choice has a smaller worst spread of plate current
     * @param float|null       $siemensBoundPercent nor one of transconductance among those whose plate currents count as equally good; null where it was not asked for
     * @param list<Candidate>  $leftOver            lowest current first
     * @param list<MatchedSet> $leftOverPairs       what is left over, paired as well as it can be
     */
    public function __construct(public array $sets, public float $plateBoundPercent, public ?float $siemensBoundPercent, public array $leftOver, public array $leftOverPairs)
    {
    }

    public function worstPlatePercent(): float
    {
        return [] === $this->sets ? 0.0 : max(array_map(static fn (MatchedSet $s): float => $s->plateSpreadPercent, $this->sets));
    }

    public function worstSiemensPercent(): ?float
    {
        $worst = null;
        foreach ($this->sets as $set) {
            $worst = null === $set->siemensSpreadPercent ? $worst : max($worst ?? 0.0, $set->siemensSpreadPercent);
        }

        return $worst;
    }
}
