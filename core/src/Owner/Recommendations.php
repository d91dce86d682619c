<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

use Yew\Core\Bias\BiasStation;
use Yew\Core\Power\PowerStation;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;
use Yew\Core\Test\Reason;

/** What the boards of a unit say should be done (REC-1): a part each, whichever boards speak of it. */
final class Recommendations
{
    /** The walk round names parts that another station tests; what a point reads and how a tube idles are symptoms, and no work; what is done already is none either. */
    private const WALK = 'look';
    private const NO_WORK = ['voltages', BiasStation::ID, 'work', PowerStation::ID];

    /**
     * @param array<string, Board> $boards by station, in the order of the work
     *
     * @return list<Recommendation> the most urgent first, else in the order of the work
     */
    public static function of(array $boards): array
    {
        $found = [];
        foreach ($boards as $station => $board) {
            foreach (\in_array($station, self::NO_WORK, true) ? [] : $board->items as $item) {
                $tier = self::tier($item);
                if (null === $tier) {
                    continue;
                }
                $home = self::WALK === $station ? self::home($item->part, $boards) : $station;
                $reasons = array_values(array_filter($item->judged->reasons, static fn (Reason $r): bool => $r->counts() && \in_array($r->verdict, [Verdict::Watch, Verdict::Out, Verdict::Danger], true)));
                $key = $home.' '.$item->part;
                $before = $found[$key] ?? null;
                $own = self::WALK === $station ? ($boards[$home]->find($item->part) ?? $item) : $item;
                $found[$key] = new Recommendation(
                    $home, $item->part, $own->name, $own->detail, null !== $before && $before->tier->isMoreUrgentThan($tier) ? $before->tier : $tier,
                    self::once([...$reasons, ...$before->reasons ?? []]),
                );
            }
        }
        $all = array_values($found);
        usort($all, static fn (Recommendation $a, Recommendation $b): int => $b->tier->isMoreUrgentThan($a->tier) <=> $a->tier->isMoreUrgentThan($b->tier));

        return $all;
    }

    /** Null for a part that nothing is wrong with, or of which nothing can be said. */
    private static function tier(Item $item): ?Tier
    {
        return match (true) {
            [] !== Hazard::of($item) => Tier::UnsafeWithout,
            Verdict::Out === $item->judged->verdict => Tier::Needed,
            Verdict::Watch === $item->judged->verdict => $item->judged->outcome->isToBeReplaced() ? Tier::Needed : Tier::Advised,
            default => null,
        };
    }

    /**
     * The station that tests a part which the walk round found something on.
     *
     * @param array<string, Board> $boards
     */
    private static function home(string $part, array $boards): string
    {
        // Of a socket and the tube in it the walk saw the tube.
        foreach (array_reverse($boards, true) as $station => $board) {
            if (self::WALK !== $station && !\in_array($station, self::NO_WORK, true) && null !== $board->find($part)) {
                return $station;
            }
        }

        return self::WALK;
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<Reason> worst first, each once
     */
    private static function once(array $reasons): array
    {
        $known = [];
        foreach ($reasons as $reason) {
            $known[json_encode($reason->toArray(), \JSON_PARTIAL_OUTPUT_ON_ERROR)] ??= $reason;
        }

        return Reason::worstFirst(array_values($known));
    }
}
