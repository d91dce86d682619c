<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\Remark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/** Which of the changes that another type brings are worth a word. */
final class ChangeJudge
{
    /** Gain and rails that stay within these are the same amplifier, dB and percent (our choice). */
    private const SAME_DECIBELS = 3.0;
    private const SAME_RAIL_PERCENT = 5.0;
    /** Idle current that stays within this needs no new bias, percent (our choice). */
    private const SAME_CURRENT_PERCENT = 10.0;

    /** @return list<Reason> */
    public static function judge(Effects $effects): array
    {
        return [
            ...array_values(array_filter(array_map(self::gain(...), $effects->gains))),
            ...array_values(array_filter(array_map(self::current(...), $effects->plateAmperes))),
            ...self::rails($effects->rails),
            ...array_map(static fn (Remark $r): Reason => new Reason($r->code, 'out' === $r->severity ? Verdict::Out : Verdict::Watch, $r->figures), $effects->remarks),
        ];
    }

    /** @param Change $gain dB of a stage */
    public static function gain(Change $gain): ?Reason
    {
        if (null === $gain->before || null === $gain->after) {
            return new Reason('gain-unknown', Verdict::CannotSay, ['stage' => $gain->of]);
        }
        $by = $gain->after - $gain->before;

        return abs($by) <= self::SAME_DECIBELS ? null : new Reason($by > 0.0 ? 'more-gain' : 'less-gain', Verdict::Watch, ['stage' => $gain->of, 'beforeDecibels' => $gain->before, 'afterDecibels' => $gain->after, 'changeDecibels' => $by]);
    }

    /** @param Change $current amperes of a stage */
    public static function current(Change $current): ?Reason
    {
        $percent = $current->percent();

        return match (true) {
            null === $percent => new Reason('current-unknown', Verdict::CannotSay, ['stage' => $current->of]),
            abs($percent) <= self::SAME_CURRENT_PERCENT => null,
            default => new Reason('bias-moves', Verdict::Watch, ['stage' => $current->of, 'beforeAmperes' => $current->before, 'afterAmperes' => $current->after, 'changePercent' => $percent]),
        };
    }

    /**
     * The one that moves most stands for all that move.
     *
     * @param list<Change> $rails volts
     *
     * @return list<Reason>
     */
    public static function rails(array $rails): array
    {
        $reasons = [];
        $moved = array_filter($rails, static fn (Change $c): bool => abs($c->percent() ?? 0.0) > self::SAME_RAIL_PERCENT);
        usort($moved, static fn (Change $a, Change $b): int => abs($b->percent() ?? 0.0) <=> abs($a->percent() ?? 0.0));
        if ([] !== $moved) {
            $reasons[] = new Reason('rails-move', Verdict::Watch, ['place' => $moved[0]->of, 'beforeVolts' => $moved[0]->before, 'afterVolts' => $moved[0]->after, 'changePercent' => $moved[0]->percent(), 'count' => \count($moved)]);
        }
        foreach ($rails as $rail) {
            if (null !== $rail->before && null === $rail->after) {
                $reasons[] = new Reason('rail-unknown', Verdict::CannotSay, ['place' => $rail->of]);
            }
        }

        return $reasons;
    }
}
