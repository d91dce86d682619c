<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Lines\ChangeReader;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** An unsaved *as fitted*: the circuit under other mains, tubes, parts or meter, beside the circuit as it is printed for. */
final readonly class WhatIf
{
    /** Plate dissipation from which on a tube is watched, share of its limit (our choice). */
    private const WATCH_SHARE = 0.85;

    public function __construct(private Sheet $sheet, private DrawnCircuit $circuit, private TubeCatalogue $tubes, private Calibration $calibration)
    {
    }

    /**
     * @param Fields $asked changes as typed, or inletVolts, lampWatts, lampRatedVolts (the printed mains if absent), limitAmperes, standby, tubesOut, asFitted, meterOhms; what is absent is as printed
     *
     * @return array<string, mixed>
     *
     * @throws BadData        when it names what the circuit lacks
     * @throws DidNotConverge
     */
    public function answer(Fields $asked): array
    {
        $printed = $this->sheet->printedMains[0];
        if ($asked->has('changes')) {
            $read = ChangeReader::read($asked->strings('changes', 40), $this->circuit->netlist, $this->tubes);
            $inlet = $asked->optionalNumber('inletVolts', 0, 500);
            $asked->done();
            $asked = Fields::of([...(null === $inlet ? [] : ['inletVolts' => $inlet]), ...$read]);
        }
        $limiters = self::limiters($asked, $printed);
        $out = $asked->strings('tubesOut', 60);
        foreach ($out as $i => $position) {
            if (null === $this->circuit->netlist->tube($position)) {
                throw $asked->fault('tubesOut['.$i.']', \sprintf('the circuit has no tube “%s”', $position));
            }
        }
        $conditions = new SolveConditions($asked->optionalNumber('inletVolts', 0, 500) ?? $printed, $limiters, $out, $asked->optionalBoolean('standby', false));
        $fitted = AsFitted::of($this->circuit->netlist, $this->calibration->factors, $asked->objects('asFitted', 60), $this->tubes);
        $meter = $asked->optionalPositive('meterOhms');
        $asked->done();
        try {
            $before = AsFitted::drawn($this->circuit->netlist, $this->calibration->factors)->solved(new SolveConditions($printed), $this->tubes);
            $after = $fitted->solved($conditions, $this->tubes);
        } catch (BadCircuit $e) {
            throw BadData::at('asFitted', $e->getMessage());
        }

        return [
            'inletVolts' => $conditions->inletVolts,
            'printedMainsVolts' => $printed,
            'points' => $this->points($before, $after, $meter),
            'tubes' => self::paired(Stresses::of($before, $this->tubes)->tubes, Stresses::of($after, $this->tubes)->tubes),
            'primaryAmperes' => $after->primaryAmperes(),
            'primaryAmperesBefore' => $before->primaryAmperes(),
            'remarks' => array_map(static fn (Remark $r): array => $r->toArray(), Remarks::of($after, $this->tubes, $this->circuit)),
        ];
    }

    private static function limiters(Fields $asked, float $printedVolts): Limiters
    {
        $watts = $asked->optionalNumber('lampWatts', 1, 5000);
        $ratedVolts = $asked->optionalNumber('lampRatedVolts', 6, 500);
        $amperes = $asked->optionalNumber('limitAmperes', 0.01, 30);
        if (null !== $ratedVolts && null === $watts) {
            throw $asked->fault('lampRatedVolts', 'only a lamp of known watts has this');
        }
        $lamp = null === $watts ? Limiters::none() : Limiters::lamp($watts, $ratedVolts ?? $printedVolts);

        return null === $amperes ? $lamp : $lamp->and(Limiters::electronic($amperes));
    }

    /** @return list<array<string, mixed>> rails first, then the sheet's other points */
    private function points(Solution $before, Solution $after, ?float $meter): array
    {
        $places = array_values(array_unique([...array_keys($this->sheet->nodes), ...array_map(static fn (TestPoint $p): string => $p->place, array_filter($this->sheet->points, static fn (TestPoint $p): bool => PointKind::Heater !== $p->kind))]));

        return array_map(static fn (string $place): array => ['place' => $place, 'beforeVolts' => PlaceVolts::at($before, $place)->read($meter), 'volts' => PlaceVolts::at($after, $place)->read($meter)], $places);
    }

    /**
     * @param list<array<string, mixed>> $before
     * @param list<array<string, mixed>> $after
     *
     * @return list<array<string, mixed>>
     */
    private static function paired(array $before, array $after): array
    {
        $earlier = [];
        foreach ($before as $tube) {
            $earlier[json_encode([$tube['position'], $tube['section']])] = $tube;
        }

        return array_map(static function (array $tube) use ($earlier): array {
            $was = $earlier[json_encode([$tube['position'], $tube['section']])] ?? [];

            return [
                'position' => $tube['position'], 'section' => $tube['section'], 'plateAmperes' => $tube['plateAmperes'], 'plateWatts' => $tube['plateWatts'], 'ratedPlateWatts' => $tube['ratedPlateWatts'],
                'plateShare' => $tube['plateShare'], 'screenShare' => $tube['screenShare'], 'plateShareBefore' => $was['plateShare'] ?? null, 'plateAmperesBefore' => $was['plateAmperes'] ?? null, 'system' => $tube['system'],
                'verdict' => self::dissipation(\is_float($tube['plateShare']) ? $tube['plateShare'] : null),
            ];
        }, $after);
    }

    /**
     * How far a plate is from the limit of its rating system, for the line beside it.
     *
     * @param float|null $share of the limit; null where the type or its suffix gives none
     *
     * @return 'within'|'watch'|'danger'|'cannot-say'
     */
    private static function dissipation(?float $share): string
    {
        return match (true) {
            null === $share => 'cannot-say',
            $share > 1.0 => 'danger',
            $share > self::WATCH_SHARE => 'watch',
            default => 'within',
        };
    }
}
