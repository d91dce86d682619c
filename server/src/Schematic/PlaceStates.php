<?php

declare(strict_types=1);

namespace Yew\Server\Schematic;

use Yew\Core\Reading\Verdict;
use Yew\Server\Cold\ColdStations;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Projections;

/** How each place of the drawing stands in a job: not yet, good, off, replaced, left on purpose. */
final readonly class PlaceStates
{
    public function __construct(private Projections $projections, private ColdStations $stations)
    {
    }

    /** @return array<string, 'not-yet'|'good'|'off'|'replaced'|'left'> by place */
    public function of(JobUnit $unit): array
    {
        $fold = $this->projections->of($unit);
        $states = [];
        foreach ($this->projections->judged($unit, $fold)->points() as $point) {
            $judgement = $point->judgement;
            $states[$point->point->place] = match (true) {
                null === $judgement => $states[$point->point->place] ?? 'not-yet',
                null !== $fold->latest($point->point->key())?->accepted => 'left',
                default => self::state($judgement->verdict),
            };
        }
        foreach (ColdStations::ALL as $station) {
            foreach ($this->stations->items($unit, $station, $fold) as $item) {
                $before = $states[$item->part] ?? 'not-yet';
                $states[$item->part] = match (true) {
                    'off' === $before => 'off',
                    $item->isDone() => self::state($item->verdict),
                    null !== $fold->cold->leftAlone($station, $item->part) => 'left',
                    default => $before,
                };
            }
        }
        // What was replaced is neither good nor off by the old part's figures.
        foreach ($fold->fitted->differences() as $change) {
            if (!$change->found) {
                $states[$change->target()] = 'replaced';
            }
        }

        return $states;
    }

    /** @return 'not-yet'|'good'|'off' */
    private static function state(Verdict $verdict): string
    {
        return match ($verdict) {
            Verdict::Within, Verdict::Watch => 'good',
            Verdict::Out, Verdict::Danger => 'off',
            Verdict::CannotSay => 'not-yet',
        };
    }
}
