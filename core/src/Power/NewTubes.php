<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Tube\TubeType;

/** The tubes that went in since the amplifier was last on with others: what they stand on is read, and a signal is sent through them (PWR-6). */
final class NewTubes
{
    /**
     * @param list<string> $out tubes that are out now
     *
     * @return list<string> positions of those that are in and were out the last time on, since anything was changed; all that are in where it was not on
     */
    public static function in(BenchFacts $facts, array $out): array
    {
        $in = null === $facts->sheet ? [] : array_values(array_diff(array_map(strval(...), array_keys($facts->sheet->tubes)), $out));
        foreach (array_reverse($facts->ramps->all) as $ramp) {
            if ($ramp->beganAt <= $facts->ramps->changedAt || null === $ramp->tubesOut || TubeRoles::areSame($ramp->tubesOut, $out)) {
                continue;
            }

            return array_values(array_intersect($in, $ramp->tubesOut));
        }

        return $in;
    }

    /**
     * @param list<string> $positions
     *
     * @return list<string> their plates where the sheet has them, in the sheet’s order
     */
    public static function plates(BenchFacts $facts, array $positions): array
    {
        return self::points($facts, $positions, PointKind::Plate);
    }

    /**
     * @param list<string> $positions
     *
     * @return list<string> likewise their cathodes
     */
    public static function cathodes(BenchFacts $facts, array $positions): array
    {
        return self::points($facts, $positions, PointKind::Cathode);
    }

    /** @return list<string> places of the grids that a signal can be sent to, the last section first: what comes after each is proved by it */
    public static function grids(BenchFacts $facts, string $position): array
    {
        $grids = [];
        foreach (self::type($facts, $position)->sections ?? [] as $section) {
            if (isset($section->pins['grid'])) {
                $grids[] = Place::ofPin($position, $section->pins['grid']);
            }
        }

        return array_reverse($grids);
    }

    private static function type(BenchFacts $facts, string $position): ?TubeType
    {
        return $facts->tubes->find($facts->sheet->tubes[$position]->type ?? '');
    }

    /**
     * @param list<string> $positions
     *
     * @return list<string>
     */
    private static function points(BenchFacts $facts, array $positions, PointKind $kind): array
    {
        $places = [];
        foreach ($facts->sheet->points ?? [] as $point) {
            if ($kind === $point->kind && MeterFunction::DcVolts === $point->function && \in_array(Place::pin($point->place)?->tube, $positions, true)) {
                $places[] = $point->place;
            }
        }

        return $places;
    }
}
