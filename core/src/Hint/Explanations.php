<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Circuit\Forecast;

/**
 * Which single causes the circuit finds to explain every reading that was taken under the conditions of now: given the cause, each of them
 * lies inside its window. Nothing is said of a cause with which one does not.
 *
 * Each cause near what is off is tried as bad as it usually is. Of those that come in degrees the best are sought further, ranked by how much
 * of the misfit lies in the direction in which they move the readings (the linear part; what is left is solved).
 */
final readonly class Explanations
{
    /** Causes whose degree is sought. */
    private const MOST_SOUGHT = 10;
    /** Degrees that are tried across the reach of one, and narrowings around the best. */
    private const STEPS = 5;
    private const NARROWINGS = 4;
    /** A cause that would have to be so many times as bad as it usually is explains nothing (our choice). */
    private const MOST_TIMES = 20.0;
    /** Explanations that are kept, the likeliest first. */
    private const MOST = 8;
    /** Two that would make every place read this near to each other are one, in halves of a window (our choice). */
    private const ALIKE = 0.2;
    /** A reading of less than this share of what belongs there is one of nothing: the probe may not have touched (JUDGE-3). */
    private const NOTHING_SHARE = 0.01;
    /** Where less than this belongs, V, nothing is near enough to be a reading. */
    private const SOMETHING_VOLTS = 0.5;

    /**
     * @param list<Witness>     $off   readings outside of what a healthy unit would show
     * @param list<Explanation> $list  likeliest first
     * @param NextProbe|null    $next  null where there is nothing to tell apart, or nothing left to read that would
     * @param int               $tried how many causes
     */
    private function __construct(public array $off, public array $list, public ?NextProbe $next, public int $tried)
    {
    }

    /**
     * @param list<Witness> $read
     * @param list<Witness> $unread in probing order
     *
     * @return self|null null where the circuit has no answer even for a healthy unit
     */
    public static function of(TriedCircuit $circuit, array $read, array $unread): ?self
    {
        $asked = array_map(static fn (Witness $w): string => $w->point->place, [...$read, ...$unread]);
        $healthy = $circuit->forecast(null, $asked);
        if (null === $healthy) {
            return null;
        }
        $before = self::misfits($read, $healthy);
        $off = array_values(array_filter($read, static fn (Witness $w, int $i): bool => abs($before[$i] ?? 0.0) > 1.0, \ARRAY_FILTER_USE_BOTH));
        if ([] === $off) {
            return new self([], [], null, 0);
        }
        $causes = $circuit->causes(array_map(static fn (Witness $w): string => $w->point->place, $off));
        $rooms = array_map(static fn (Witness $w): float => $w->room($healthy), $read);
        $nearBefore = self::nearly($read, $rooms, $circuit->volts(null, $asked)) ?? [];
        $found = $inDegrees = [];
        foreach ($causes as $cause) {
            $near = self::nearly($read, $rooms, $circuit->volts($cause, $asked));
            if (null === $near) {
                continue;
            }
            if (null === $cause->reach()) {
                $found[] = [] === array_filter($near, static fn (float $z): bool => abs($z) > 1.0) ? self::explained($cause, $circuit->forecast($cause, $asked), $read, $before) : null;
                continue;
            }
            $left = self::left($nearBefore, $near);
            if ($left < ($inDegrees[$cause->key()][0] ?? \INF)) {
                $inDegrees[$cause->key()] = [$left, $cause];
            }
        }
        usort($inDegrees, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach (\array_slice($inDegrees, 0, self::MOST_SOUGHT) as [, $cause]) {
            $found[] = self::sought($cause, $circuit, $asked, $read, $before, $rooms);
        }
        $found[] = self::probe($off, $read, $healthy);
        $list = self::weighed(self::merged(array_values(array_filter($found, static fn (?Explanation $e): bool => null !== $e)), [...$read, ...$unread]));

        return new self($off, $list, NextProbe::among($list, $unread), \count($causes));
    }

    /**
     * As plain values, to be kept; what each cause would make read is told of the places that are off.
     *
     * @return array{off: list<string>, tried: int, causes: list<array{kind: string, figures: array<string, string|float>, alike: list<array{kind: string, figures: array<string, string|float>}>, weight: float, reads: array<string, float>}>, next: array{key: string, outcomes: list<array{lowVolts: float, highVolts: float, causes: list<int>}>}|null} by keys of test points
     */
    public function toArray(): array
    {
        $cause = static fn (Cause $c): array => ['kind' => $c->kind, 'figures' => $c->figures()];
        $reads = function (Explanation $e): array {
            $volts = [];
            foreach ($this->off as $witness) {
                $expected = 'probe' === $e->cause->kind ? null : $witness->expected($e->forecast)->volts;
                $volts += null === $expected ? [] : [$witness->point->key() => $expected];
            }

            return $volts;
        };

        return [
            'off' => array_map(static fn (Witness $w): string => $w->point->key(), $this->off),
            'tried' => $this->tried,
            'causes' => array_map(static fn (Explanation $e): array => [...$cause($e->cause), 'alike' => array_map($cause, $e->alike), 'weight' => $e->weight, 'reads' => $reads($e)], $this->list),
            'next' => null === $this->next ? null : ['key' => $this->next->at->point->key(), 'outcomes' => $this->next->outcomes],
        ];
    }

    /**
     * @param list<Witness> $read
     *
     * @return array<int, float> by place in the list; those that a forecast has no figure for left out
     */
    private static function misfits(array $read, Forecast $forecast): array
    {
        return array_filter(array_map(static fn (Witness $w): ?float => $w->misfit($forecast), $read), static fn (?float $z): bool => null !== $z);
    }

    /** @param array<int, float> $misfits */
    private static function misfit(array $misfits): float
    {
        return array_sum(array_map(static fn (float $z): float => $z * $z, $misfits));
    }

    /**
     * Misfits at a first look.
     *
     * @param list<Witness>             $read
     * @param array<int, float>         $rooms half of the window of each in a healthy unit, V
     * @param array<string, float>|null $volts by place
     *
     * @return array<int, float>|null null where the circuit has no answer
     */
    private static function nearly(array $read, array $rooms, ?array $volts): ?array
    {
        if (null === $volts) {
            return null;
        }
        $near = [];
        foreach ($read as $i => $witness) {
            $at = $volts[$witness->point->place] ?? null;
            $near += null === $at ? [] : [$i => $witness->misfitNear($at, $rooms[$i])];
        }

        return $near;
    }

    /**
     * What would be left of the misfit if a cause were as bad as suits best and the circuit were straight.
     *
     * @param array<int, float> $before
     * @param array<int, float> $with
     */
    private static function left(array $before, array $with): float
    {
        $along = $moved = $all = 0.0;
        foreach ($before as $i => $z) {
            $step = $z - ($with[$i] ?? $z);
            [$along, $moved, $all] = [$along + $z * $step, $moved + $step * $step, $all + $z * $z];
        }

        // What would have to be many times as bad as it ever is moves them by rounding alone.
        return $along <= 0.0 || $moved <= 0.0 || $along > self::MOST_TIMES * $moved ? $all : $all - $along * $along / $moved;
    }

    /**
     * @param list<Witness>     $read
     * @param array<int, float> $before misfits of a healthy unit
     *
     * @return Explanation|null null where it leaves a reading outside of its window, or has no figure for one that is off
     */
    private static function explained(Cause $cause, ?Forecast $forecast, array $read, array $before): ?Explanation
    {
        if (null === $forecast) {
            return null;
        }
        $with = self::misfits($read, $forecast);
        foreach ($before as $i => $z) {
            if (abs($with[$i] ?? (abs($z) > 1.0 ? \INF : 0.0)) > 1.0) {
                return null;
            }
        }

        return new Explanation($cause, $forecast, self::misfit($with));
    }

    /**
     * A cause as bad as suits the readings best.
     *
     * @param list<string>      $asked
     * @param list<Witness>     $read
     * @param array<int, float> $before
     * @param array<int, float> $rooms
     */
    private static function sought(Cause $cause, TriedCircuit $circuit, array $asked, array $read, array $before, array $rooms): ?Explanation
    {
        [$least, $most] = $cause->reach() ?? throw new \LogicException($cause->kind.' comes in no degrees');
        $degree = static fn (float $share): float => $cause->isInProportion() ? $least * ($most / $least) ** $share : $least + ($most - $least) * $share;
        [$best, $at] = [\INF, 0.0];
        $try = static function (float $share) use (&$best, &$at, $cause, $circuit, $asked, $read, $before, $rooms, $degree): void {
            $near = self::nearly($read, $rooms, $circuit->volts($cause->by($degree($share)), $asked)) ?? [];
            $misfit = [] === array_diff_key($before, $near) ? self::misfit($near) : \INF;
            [$best, $at] = $misfit < $best ? [$misfit, $share] : [$best, $at];
        };
        for ($i = 0; $i < self::STEPS; ++$i) {
            $try($i / (self::STEPS - 1));
        }
        for ($i = 0, $step = 0.5 / (self::STEPS - 1); $i < self::NARROWINGS / 2; ++$i, $step /= 2) {
            $share = $at;
            $try(max(0.0, $share - $step));
            $try(min(1.0, $share + $step));
        }
        $cause = $cause->by($degree($at));

        return is_finite($best) ? self::explained($cause, $circuit->forecast($cause, $asked), $read, $before) : null;
    }

    /**
     * Nothing read at one place, and everything else as it should be: the probe may not have touched.
     *
     * @param non-empty-list<Witness> $off
     * @param list<Witness>           $read
     */
    private static function probe(array $off, array $read, Forecast $healthy): ?Explanation
    {
        $belongs = abs($off[0]->expected($healthy)->volts ?? 0.0);
        if (1 !== \count($off) || $belongs < self::SOMETHING_VOLTS || abs($off[0]->volts ?? \INF) > self::NOTHING_SHARE * $belongs) {
            return null;
        }
        $others = array_values(array_filter($read, static fn (Witness $w): bool => $w !== $off[0]));

        return [] === $others ? null : new Explanation(Cause::probe($off[0]->point->place), $healthy, self::misfit(self::misfits($others, $healthy)));
    }

    /**
     * @param list<Explanation> $found
     * @param list<Witness>     $witnesses
     *
     * @return list<Explanation> likeliest first, those that no voltage tells apart put together
     */
    private static function merged(array $found, array $witnesses): array
    {
        usort($found, static fn (Explanation $a, Explanation $b): int => $b->merit() <=> $a->merit());
        /** @var list<Explanation> $kept */
        $kept = [];
        foreach ($found as $explanation) {
            foreach ($kept as $k => $other) {
                if ('probe' !== $other->cause->kind && self::areAlike($explanation->forecast, $other->forecast, $witnesses)) {
                    array_splice($kept, $k, 1, [$other->besides($explanation->cause)]);
                    continue 2;
                }
            }
            $kept[] = $explanation;
        }

        return \array_slice($kept, 0, self::MOST);
    }

    /** @param list<Witness> $witnesses */
    private static function areAlike(Forecast $one, Forecast $other, array $witnesses): bool
    {
        foreach ($witnesses as $witness) {
            [$a, $b] = [$witness->expected($one), $witness->expected($other)];
            if ((null === $a->volts) !== (null === $b->volts) || (null !== $a->window && abs((float) $a->volts - (float) $b->volts) > self::ALIKE * 0.5 * ($a->window->high - $a->window->low))) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<Explanation> $list
     *
     * @return list<Explanation>
     */
    private static function weighed(array $list): array
    {
        $best = max([-\INF, ...array_map(static fn (Explanation $e): float => $e->merit(), $list)]);
        $weights = array_map(static fn (Explanation $e): float => exp($e->merit() - $best) * (1 + \count($e->alike)), $list);
        $sum = array_sum($weights);

        return array_map(static fn (Explanation $e, float $w): Explanation => $e->weighing($w / $sum), $list, $weights);
    }
}
