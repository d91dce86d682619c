<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Spread;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/**
 * How one place of B+ falls after the mains is cut, as the circuit has it (PWR-4): the quickest and the slowest that belong to it, each as
 * a share of where it begins. Tubes draw as long as their cathodes are hot; what standby has cut off falls by itself.
 */
final readonly class Fall
{
    /** It is followed down to this share. */
    public const FLOOR_SHARE = 0.04;
    /** And no longer than this. */
    private const MOST_SECONDS = 900.0;
    /** Moments that are kept of a curve. */
    private const KEPT = 60;
    /** Tubes draw so many deviations more or less than drawn; what bleeds it lies within its usual mark (our choice). */
    private const DEVIATIONS = 2.0;
    private const OHMS_SHARE = 0.1;

    /**
     * @param float                     $startVolts V where it begins
     * @param list<array{float, float}> $quickest   seconds and share of the start, in rising and falling order
     * @param list<array{float, float}> $slowest    likewise
     */
    private function __construct(public float $startVolts, private array $quickest, private array $slowest)
    {
    }

    /**
     * @param SolveConditions $conditions just before it was cut
     *
     * @return self|null where there is nothing that could fall
     *
     * @throws BadCircuit
     * @throws DidNotConverge
     */
    public static function of(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions, FallAsked $asked): ?self
    {
        $metered = $conditions->metered($asked->place, Netlist::CHASSIS, $asked->meterOhms);
        // Cathodes that may be cold draw nothing.
        $idle = $asked->isWarm ? $metered->tubesOut : array_map(static fn (Tube $t): string => $t->position, array_values($fitted->netlist->all(Tube::class)));
        [$start, $quickest] = self::curve(self::sample($fitted, $asked, 0, 1.0), $tubes, $metered, $metered->tubesOut, $asked->place);
        [, $slowest] = self::curve(self::sample($fitted, $asked, 1, -1.0), $tubes, $metered, array_values(array_unique([...$metered->tubesOut, ...$idle])), $asked->place);
        if ([] === $quickest || [] === $slowest) {
            return null;
        }

        return new self($start, self::stretched($quickest, 1.0 - self::OHMS_SHARE), self::stretched($slowest, 1.0 + self::OHMS_SHARE));
    }

    /**
     * @param list<array{float, float}> $curve
     *
     * @return list<array{float, float}>
     */
    private static function stretched(array $curve, float $by): array
    {
        return array_map(static fn (array $at): array => [$at[0] * $by, $at[1]], $curve);
    }

    /** Seconds that it takes at least to come down to a share of its start; infinite where it does not fall at all. */
    public function leastSecondsTo(float $share): float
    {
        return self::secondsTo($this->quickest, $share);
    }

    public function mostSecondsTo(float $share): float
    {
        return self::secondsTo($this->slowest, $share);
    }

    /** @return array{startVolts: float, quickest: list<array{float, float}>, slowest: list<array{float, float}>} for a cache */
    public function toArray(): array
    {
        return ['startVolts' => $this->startVolts, 'quickest' => $this->quickest, 'slowest' => $this->slowest];
    }

    /** @param array{startVolts: float, quickest: list<array{float, float}>, slowest: list<array{float, float}>} $data as toArray() gave it */
    public static function fromArray(array $data): self
    {
        return new self($data['startVolts'], $data['quickest'], $data['slowest']);
    }

    /** One end of what the unit may be: least (0) or most (1) of each capacitor, tubes that draw more (1.0) or less (-1.0). */
    private static function sample(AsFitted $fitted, FallAsked $asked, int $end, float $draw): AsFitted
    {
        $sample = $fitted;
        foreach ($asked->farads as $id => $farads) {
            $sample = $sample->withFarads($id, $farads[$end]);
        }
        foreach ($fitted->netlist->all(Tube::class) as $tube) {
            $sample = $sample->withStrength($tube->position, ($fitted->factors->tubes[$tube->position] ?? 1.0) * (1.0 + $draw * self::DEVIATIONS * Spread::of($fitted->netlist, 'tubes', $tube->position)));
        }

        return $sample;
    }

    /**
     * @param list<string> $idle tubes that draw nothing while it falls
     *
     * @return array{float, list<array{float, float}>}
     */
    private static function curve(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions, array $idle, string $place): array
    {
        $time = AmplifierInTime::settled($fitted, $tubes, $conditions);
        [$begun, $start] = [$time->instant()->seconds, $time->instant()->volts($place) ?? 0.0];
        if ($start <= 0.0) {
            return [0.0, []];
        }
        $time->under(new SolveConditions(0.0, null, $idle, $conditions->standby, $conditions->across));
        $curve = [[0.0, 1.0]];
        $time->run(self::MOST_SECONDS, static function (Instant $now) use ($begun, $start, $place, &$curve): bool {
            $share = ($now->volts($place) ?? $start) / $start;
            if ($share < $curve[\count($curve) - 1][1]) {
                $curve[] = [$now->seconds - $begun, $share];
            }

            return $share > self::FLOOR_SHARE;
        });

        return [$start, self::thinned($curve)];
    }

    /**
     * @param non-empty-list<array{float, float}> $curve
     *
     * @return list<array{float, float}> of each stretch of the fall one moment
     */
    private static function thinned(array $curve): array
    {
        $kept = [];
        $last = \count($curve) - 1;
        foreach ($curve as $n => $at) {
            if (0 === $n || $n === $last || $kept[\count($kept) - 1][1] - $at[1] >= 1.0 / self::KEPT) {
                $kept[] = $at;
            }
        }

        return $kept;
    }

    /**
     * Between two moments by a straight line; beyond the last as it went last, since what is left falls through resistors.
     *
     * @param list<array{float, float}> $curve
     */
    private static function secondsTo(array $curve, float $share): float
    {
        foreach (\array_slice($curve, 1) as $n => [$seconds, $at]) {
            if ($at <= $share) {
                [$before, $from] = $curve[$n];

                return $before + ($seconds - $before) * ($from - $share) / ($from - $at);
            }
        }
        [[$before, $from], [$seconds, $at]] = [$curve[\count($curve) - 2] ?? [0.0, 1.0], $curve[\count($curve) - 1] ?? [0.0, 1.0]];

        return match (true) {
            $share >= 1.0 => 0.0,
            $at >= $from => \INF,
            default => $seconds + ($seconds - $before) * log($at / $share) / log($from / $at),
        };
    }
}
