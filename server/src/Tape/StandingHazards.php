<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Reading\Mark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Server\Cold\ColdStations;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Projection\BenchFold;

/** Collects what is known of a unit that speaks against power: from the cold boards, and from readings that still hold. */
final readonly class StandingHazards
{
    public function __construct(private ColdStations $stations, private Projections $projections)
    {
    }

    /** @return list<Hazard> */
    public function of(JobUnit $unit, BenchFold $fold, float $now): array
    {
        $hazards = [];
        foreach ($this->projections->judged($unit, $fold, $now)->points() as $judged) {
            $judgement = $judged->judgement;
            if (null !== $judgement && Verdict::Danger === $judgement->verdict && !\in_array(Mark::Stale, $judgement->marks, true)) {
                $hazards[] = new Hazard($judged->point->place, $judgement->reasonCode, $judgement->figures);
            }
        }
        foreach ($this->stations->all($unit, $fold) as $items) {
            foreach ($items as $item) {
                array_push($hazards, ...Hazard::ofPart($item->part, $item->word, $item->reasons));
            }
        }

        return $hazards;
    }
}
