<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;

/**
 * Two tubes of a kind whose sockets should read the same and do not: they change places, and whether the difference goes with the tube
 * or stays with the socket tells which of the two it is (common practice).
 */
final readonly class TubeSwap
{
    /** What went along has at least half of the difference, the other way round; what stayed, at least half as it was (our choice). */
    private const HALF = 0.5;
    /** Of less across a resistor that a current is read by, V, no share is made: some milliamperes (our choice). */
    private const LEAST_SENSED_VOLTS = 0.005;

    /**
     * @param list<string>                                                                               $positions the two
     * @param 'proposed'|'read-again'|'tube'|'socket'|'gone'                                             $outcome   proposed; made, and to be read again; it went with the tube; it stayed with the socket; there is none any more
     * @param list<array{place: string, sister: string, beforePercent: float, afterPercent: float|null}> $apart     how far each place read from its sister, before and after
     */
    private function __construct(public array $positions, public string $outcome, public array $apart)
    {
    }

    /**
     * @param array<string, JudgedPoint> $points by key
     *
     * @return list<self> those that were made in this job, newest first, and those that would tell something now
     */
    public static function all(JudgedBench $bench, ReadingLog $log, array $points): array
    {
        $pairs = self::pairs($bench, $points);
        $swaps = $made = [];
        foreach (array_reverse($log->fitted->all, true) as $index => $change) {
            $positions = $change->swapped();
            if (null === $positions || isset($made[self::pair(...$positions)])) {
                continue;
            }
            $made[self::pair(...$positions)] = true;
            $swap = self::read($positions, $pairs[self::pair(...$positions)] ?? [], $log, $index);
            $swaps = [...$swaps, ...(null === $swap ? [] : [$swap])];
        }
        foreach ($pairs as $pair => $places) {
            $swap = isset($made[$pair]) ? null : self::proposed($places, $points);
            $swaps = [...$swaps, ...(null === $swap ? [] : [$swap])];
        }

        return $swaps;
    }

    /**
     * Places of two tubes of one type that should read the same.
     *
     * @param array<string, JudgedPoint> $points
     *
     * @return array<string, list<array{TestPoint, TestPoint}>> by pair of positions
     */
    private static function pairs(JudgedBench $bench, array $points): array
    {
        $pairs = [];
        foreach ($points as $judged) {
            $sister = null === $judged->point->sister ? null : $points[TestPoint::keyOf($judged->point->sister, $judged->point->function)] ?? null;
            if (null === $sister) {
                continue;
            }
            $two = $judged->point->place < $sister->point->place ? [$judged->point, $sister->point] : [$sister->point, $judged->point];
            [$one, $other] = [Place::pin($two[0]->place), Place::pin($two[1]->place)];
            if (null === $one || null === $other || MeterFunction::DcVolts !== $judged->point->function || $one->tube === $other->tube || $one->pin !== $other->pin) {
                continue;
            }
            $types = [$bench->standing($one->tube), $bench->standing($other->tube)];
            if (null !== $types[0] && $types[0] === $types[1]) {
                $pairs[self::pair($one->tube, $other->tube)][$two[0]->place] = $two;
            }
        }

        return array_map(array_values(...), $pairs);
    }

    private static function pair(string $one, string $other): string
    {
        return min($one, $other).' '.max($one, $other);
    }

    /**
     * @param list<array{TestPoint, TestPoint}> $places
     * @param array<string, JudgedPoint>        $points
     */
    private static function proposed(array $places, array $points): ?self
    {
        $apart = [];
        foreach ($places as [$one, $other]) {
            [$a, $b] = [$points[$one->key()]->judgement, $points[$other->key()]->judgement];
            if (null === $a || null === $b || $a->has(Mark::Stale) || $b->has(Mark::Stale)) {
                continue;
            }
            $percent = self::deviation($one, $a->volts, $b->volts);
            if (null !== $percent && Beside::isApart($one, $percent) && max($a->verdict->severity(), $b->verdict->severity()) >= Verdict::Watch->severity()) {
                $apart[] = ['place' => $one->place, 'sister' => $other->place, 'beforePercent' => $percent, 'afterPercent' => null];
            }
        }
        $pin = [] === $apart ? null : Place::pin($apart[0]['place']);
        $sister = [] === $apart ? null : Place::pin($apart[0]['sister']);

        return null === $pin || null === $sister ? null : new self([$pin->tube, $sister->tube], 'proposed', $apart);
    }

    /**
     * @param array{string, string}             $positions
     * @param list<array{TestPoint, TestPoint}> $places
     * @param int                               $index     of the swap among the changes of this job
     *
     * @return self|null null where the two did not read apart before, or nobody read them
     */
    private static function read(array $positions, array $places, ReadingLog $log, int $index): ?self
    {
        $apart = [];
        [$along, $before, $after, $isRead] = [0.0, 0.0, 0.0, false];
        foreach ($places as [$one, $other]) {
            $then = self::deviation($one, self::last($log, $one, static fn (int $count): bool => $count <= $index), self::last($log, $other, static fn (int $count): bool => $count <= $index));
            if (null === $then || !Beside::isApart($one, $then)) {
                continue;
            }
            $now = self::deviation($one, self::last($log, $one, static fn (int $count): bool => $count > $index), self::last($log, $other, static fn (int $count): bool => $count > $index));
            $apart[] = ['place' => $one->place, 'sister' => $other->place, 'beforePercent' => $then, 'afterPercent' => $now];
            if (null !== $now) {
                $isRead = true;
                [$along, $before, $after] = [$along + $then * $now, $before + $then ** 2, $after + $now ** 2];
            }
        }
        if ([] === $apart) {
            return null;
        }

        return new self($positions, match (true) {
            !$isRead => 'read-again',
            $along <= -self::HALF * $before => 'tube',
            $along >= self::HALF * $before => 'socket',
            $after < self::HALF ** 2 * $before => 'gone',
            default => 'read-again',
        }, $apart);
    }

    private static function deviation(TestPoint $point, ?float $volts, ?float $sister): ?float
    {
        return PointKind::Sense === $point->kind ? Beside::deviation($volts, $sister, self::LEAST_SENSED_VOLTS) : Beside::deviation($volts, $sister);
    }

    /**
     * The last value read at a point before or after the swap.
     *
     * @param \Closure(int): bool $counts by how many changes had been made when it was taken
     */
    private static function last(ReadingLog $log, TestPoint $point, \Closure $counts): ?float
    {
        $volts = null;
        foreach ($log->readings[$point->key()] ?? [] as $reading) {
            $volts = $counts($reading->fittedThen) && ReadingKind::Value === $reading->kind ? $reading->value : $volts;
        }

        return $volts;
    }
}
