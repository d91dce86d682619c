<?php

declare(strict_types=1);

namespace Yew\Core\Job;

use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Station\Item;
use Yew\Core\Work\WorkStation;

/**
 * How each place of the drawing stands in a job: not yet, good, off, replaced, left on purpose. Work adds no places of its own:
 * a socket, a moved lead and the joints are no parts that the drawing shows.
 */
final class PlaceStates
{
    /** @return array<string, 'not-yet'|'good'|'off'|'replaced'|'left'> by place */
    public static function of(Bench $bench): array
    {
        $states = [];
        foreach ($bench->readings()->points() as $judged) {
            $place = $judged->point->place;
            $states[$place] = match (true) {
                null === $judged->judgement => $states[$place] ?? 'not-yet',
                null !== $bench->state->latest($judged->point->key())?->accepted => 'left',
                default => self::state($judged->judgement->verdict),
            };
        }
        $tested = [];
        foreach ($bench->boards() as $board) {
            foreach ($board->items as $item) {
                if (WorkStation::ID === $board->station && !isset($states[$item->part])) {
                    continue;
                }
                $before = $states[$item->part] ?? 'not-yet';
                $states[$item->part] = match (true) {
                    'not-yet' !== $before && self::isReading($item) => $before,
                    'off' === $before => 'off',
                    $item->isDone() => self::state($item->judged->verdict),
                    null !== $bench->facts()->leftAlone($board->station, $item->part) => 'left',
                    default => $before,
                };
                if (!self::isReading($item) && $item->isDone()) {
                    $tested[$item->part][] = self::state($item->judged->verdict);
                }
            }
        }
        // What was replaced is neither good nor off by the old part's figures; that its own tests say that it is off stands.
        foreach ([...array_map(strval(...), array_keys($states)), ...array_map(static fn (FittedChange $c): string => $c->target(), $bench->state->fitted->all)] as $place) {
            if ($bench->state->record->isRenewed($place)) {
                $states[$place] = \in_array('off', $tested[$place] ?? [], true) ? 'off' : 'replaced';
            }
        }

        return $states;
    }

    /** A point that was read: judged above, with what was let stand. */
    private static function isReading(Item $item): bool
    {
        return [] === $item->steps;
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
