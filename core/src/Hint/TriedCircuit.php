<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Analysis\PlaceVolts;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\Calibration\Calibrator;
use Yew\Core\Circuit\Calibration\PrintedValue;
use Yew\Core\Circuit\Calibration\UnitSpread;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\StandbySwitch;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** The unit as it is fitted, under the conditions of now, on which causes are tried: what each would make every place read. */
final class TriedCircuit
{
    /** Causes that are tried at the most, those nearest to what is off first: keeps an answer within a second. */
    private const MOST_CAUSES = 180;
    /** Parts between a place that is off and what may have done it (our choice). */
    private const FURTHEST = 3;
    /** A node that so many parts meet at is a rail: what hangs on it elsewhere is looked at only where the rail itself is off. */
    private const RAIL_PARTS = 6;
    /** Times the stated mains, and settings of a control, with which each is tried first. */
    private const MAINS_TIMES = [0.95, 1.05];
    private const SETTINGS = [0.0, 1.0];

    /** A place that moved by more than this share of its volts may have lost what feeds it (our choice). */
    private const FAR_SHARE = 0.3;

    private ?Solution $healthy = null;
    /** @var array<string, float> spread over healthy units, by place */
    private array $deviations = [];

    public function __construct(private readonly AsFitted $unit, private readonly TubeCatalogue $tubes, private readonly SolveConditions $conditions, private readonly Calibration $calibration)
    {
    }

    /**
     * What may have done it, nearest first.
     *
     * @param list<string> $off places that read other than they should
     *
     * @return list<Cause>
     */
    public function causes(array $off): array
    {
        $near = $this->distances($off);
        $causes = array_map(Cause::mains(...), self::MAINS_TIMES);
        $faults = array_filter(FaultCatalogue::of($this->unit, $this->tubes), fn (Fault $f): bool => Cause::isHinted($f) && null !== self::distance($f, $near) && !\in_array(explode('.', $f->subject)[0], $this->conditions->tubesOut, true));
        usort($faults, static fn (Fault $a, Fault $b): int => [self::distance($a, $near), Cause::fault($b)->chance()] <=> [self::distance($b, $near), Cause::fault($a)->chance()]);
        foreach ($this->unit->netlist->all(Potentiometer::class) as $id => $_) {
            array_push($causes, ...isset($near[$id]) ? array_map(static fn (float $s): Cause => Cause::setting($id, $s), self::SETTINGS) : []);
        }

        return \array_slice([...$causes, ...array_map(Cause::fault(...), $faults)], 0, self::MOST_CAUSES);
    }

    /**
     * What stands at places with a cause, V, without what a meter makes of it and how sure it is: for a first look at many.
     *
     * @param list<string> $asked places
     *
     * @return array<string, float>|null by place, those without an answer left out; null where the circuit has none
     */
    public function volts(?Cause $cause, array $asked): ?array
    {
        try {
            $this->healthy ??= $this->unit->solved($this->conditions, $this->tubes);
            $solution = null === $cause ? $this->healthy : $this->with($cause);
        } catch (DidNotConverge|BadCircuit) {
            return null;
        }
        $volts = [];
        foreach ($asked as $place) {
            if (!$solution->circuit->nodes->has($place) || $solution->cannotSolve($place)) {
                continue;
            }
            [$at, $before] = [$solution->answered($place), $this->healthy->answered($place)];
            // What moved far may be what nothing feeds any more: the meter itself holds it at the chassis.
            $isFed = null !== $at && (null !== $before && abs($at - $before) <= self::FAR_SHARE * abs($before) || !Adjoint::of($solution, $place)->isLeakage());
            $volts[$place] = $isFed ? $at : 0.0;
        }

        return $volts;
    }

    /**
     * What places would read with it.
     *
     * @param Cause|null   $cause null for none: a healthy unit
     * @param list<string> $asked places
     *
     * @return Forecast|null null where the circuit has no answer
     */
    public function forecast(?Cause $cause, array $asked): ?Forecast
    {
        try {
            $this->healthy ??= $this->unit->solved($this->conditions, $this->tubes);
            foreach ($asked as $place) {
                $this->deviations[$place] ??= $this->deviation($this->healthy, $place);
            }
            $solution = null === $cause ? $this->healthy : $this->with($cause);
        } catch (DidNotConverge|BadCircuit) {
            return null;
        }

        return Forecast::atPlaces($solution, array_values(array_filter($asked, $solution->circuit->nodes->has(...))), $this->deviations);
    }

    /**
     * How far tubes, windings and parts of this unit would have to lie from the usual, within what healthy ones do, for the readings; and which
     * of these resist (contract §1). Never the reference for a reading that it was fitted to.
     *
     * @param list<Witness> $read
     *
     * @return Calibration|null null where nothing was read, or the circuit has no answer
     */
    public function fitted(array $read): ?Calibration
    {
        try {
            return [] === $read ? null : Calibrator::fit($this->unit->netlist, $this->tubes, $this->conditions, array_map(static fn (Witness $w): PrintedValue => $w->asMeasured(), $read), $this->unit->factors, ['windingVolts', 'tubes', 'parts']);
        } catch (DidNotConverge) {
            return null;
        }
    }

    /**
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    private function with(Cause $cause): Solution
    {
        $severity = $cause->severity ?? 0.0;
        if ('mains' === $cause->kind) {
            return $this->unit->solved($this->conditions->at($severity * $this->conditions->inletVolts), $this->tubes, $this->healthy);
        }
        $control = 'setting' === $cause->kind ? $this->unit->netlist->find($cause->subject) : null;
        $unit = match (true) {
            null !== $cause->fault => $cause->fault->in($this->unit, $this->tubes),
            $control instanceof Potentiometer => $this->unit->with($cause->subject, new Potentiometer($control->id, $control->top, $control->wiper, $control->bottom, $control->ohms, $severity)),
            default => $this->unit,
        };

        return $unit->solved($this->conditions, $this->tubes, $this->healthy);
    }

    private function deviation(Solution $healthy, string $place): float
    {
        $adjoint = $healthy->circuit->nodes->has($place) ? PlaceVolts::at($healthy, $place)->adjoint : null;

        return null === $adjoint ? 0.0 : UnitSpread::deviation($this->unit->netlist, $this->calibration, $adjoint);
    }

    /**
     * How many parts lie between places and each part of the circuit.
     *
     * @param list<string> $from
     *
     * @return array<string, int> by id of the part, those out of reach left out
     */
    private function distances(array $from): array
    {
        $joins = $this->joins();
        $at = [];
        foreach ($joins as $j => [, $places]) {
            foreach ($places as $place) {
                $at[$place][] = $j;
            }
        }
        $reached = $taken = [];
        $places = $seen = array_fill_keys($from, true);
        for ($steps = 0; $steps < self::FURTHEST && [] !== $places; ++$steps) {
            $next = [];
            foreach (array_keys($places) as $place) {
                foreach (array_diff($at[$place] ?? [], $taken) as $j) {
                    [$id, $others] = $joins[$j];
                    $taken[] = $j;
                    $reached[$id] ??= $steps;
                    $reached = [...$reached, ...array_fill_keys($this->feeding($id), 0)];
                    foreach ($others as $other) {
                        if (Netlist::CHASSIS !== $other && !isset($seen[$other]) && \count($at[$other]) <= self::RAIL_PARTS) {
                            $next[$other] = $seen[$other] = true;
                        }
                    }
                }
            }
            $places = $next;
        }

        return $reached;
    }

    /** @return list<string> what feeds everything behind it, as near as the part itself: of a rectifier its tube and its transformer, and the standby switch */
    private function feeding(string $id): array
    {
        $element = $this->unit->netlist->find($id);

        return match (true) {
            $element instanceof Rectifier => [$id, explode('/', $element->winding)[0], ...(null === $element->tube ? [] : [$element->tube])],
            $element instanceof StandbySwitch => [$id],
            default => [],
        };
    }

    /** @return list<array{string, list<string>}> each part with the places that it joins; of a tube, each section by itself */
    private function joins(): array
    {
        $joins = [];
        foreach ($this->unit->netlist->elements as $id => $element) {
            if (!$element instanceof Tube) {
                $joins[] = [$id, array_values(array_unique($element->places()))];
                continue;
            }
            foreach ($this->tubes->find($element->type)->sections ?? [] as $section) {
                $joins[] = [$id, $element->placesOf($section->name, $section->pins)];
            }
        }

        return $joins;
    }

    /**
     * @param array<string, int> $near by part
     *
     * @return int|null null for a fault out of reach
     */
    private static function distance(Fault $fault, array $near): ?int
    {
        // Of a pin, or of two that touch, the tube; of a winding, its transformer.
        $ids = [$fault->subject, explode('.', $fault->subject)[0], explode('/', $fault->subject)[0]];
        $steps = array_filter(array_map(static fn (string $id): ?int => $near[$id] ?? null, $ids), static fn (?int $s): bool => null !== $s);

        return [] === $steps ? null : min($steps);
    }
}
