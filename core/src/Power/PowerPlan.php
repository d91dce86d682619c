<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Supply\Lamp;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnRail;
use Yew\Core\Ramp\PowerChoice;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Station\BenchFacts;

/**
 * The way up as it is for this unit now (PWR-1 to PWR-9): stops with what every rail and every bias should read there, how high the mains may
 * go before a part breaks, which lamp to take, what wakes when, and in which steps tubes go in.
 */
final readonly class PowerPlan
{
    /** Mains current above so many times what healthy units take at most means off (our choice). */
    private const ABORT_TIMES = 1.5;
    /** What the tubes of one unit and its heaters may take more than the circuit says, as a share (as what a unit takes from the mains has it). */
    private const SPREAD_SHARE = 0.25;
    /** Magnetising current that no model has, as a share of what the unit takes at work (our choice, likewise). */
    private const MAGNETISING_SHARE = 0.4;
    /** A no-tube B+ beyond the top of its corridor by this share means off (our choice). */
    private const ABORT_SHARE = 0.1;
    /** Shares of full mains at which it is looked for what wakes when. */
    private const WAKING = [0.1, 0.2, 0.3, 0.35, 0.4, 0.45, 0.5, 0.55, 0.6, 0.7];
    /** What counts as awake, as a share of what it is at full mains (our choice). */
    private const AWAKE_SHARE = 0.05;

    /**
     * @param list<PlannedStop>                                           $stops    for the tubes that are in now
     * @param list<Ceiling>                                               $ceilings first to break first
     * @param list<LampChoice>                                            $lamps
     * @param list<array{what: string, place: string, mainsVolts: float}> $wakes
     * @param list<TubeStep>                                              $steps
     * @param list<string>|null                                           $tubesOut now
     */
    private function __construct(public PowerChoice $choice, public float $fullVolts, public array $stops, public array $ceilings, public array $lamps, public array $wakes, public array $steps, public ?array $tubesOut, public bool $hasCircuit)
    {
    }

    /** What was chosen for the unit, else the shop’s usual way. */
    public static function choice(BenchFacts $facts): PowerChoice
    {
        return $facts->ramps->choice ?? new PowerChoice($facts->practice->powerMethod);
    }

    public static function of(BenchFacts $facts): self
    {
        $choice = self::choice($facts);
        $out = $facts->readings?->contextNow()->conditions->tubesOut();
        $full = StopPlan::fullVolts($facts);
        $stops = array_map(static fn (PowerStop $s): PlannedStop => self::planned($facts, $s, $out ?? []), StopPlan::stops($facts, $choice, $out));
        $atRest = self::amperes($facts, $full, [], []);
        $lamps = StopPlan::lamps($facts);
        $ceilings = array_map(static fn (DrawnCapacitor $c): Ceiling => new Ceiling($c->id, $c->ratedVolts ?? 0.0, ($c->ceilingVolts ?? 0.0) * $facts->mainsRatio(), ($c->ceilingVolts ?? 0.0) * $facts->mainsRatio()), StopPlan::supplyCapacitors($facts));

        return new self(
            $choice, $full, $stops, $ceilings,
            array_map(static fn (array $l): LampChoice => LampChoice::of($l[0], $l[1], $full, null === $atRest ? null : self::amperes($facts, $full, [['kind' => 'lamp', 'watts' => $l[0], 'ratedVolts' => $l[1]]], []) ?? $atRest), $lamps),
            self::wakes($facts), TubeSteps::of($facts), $out, $facts->drawn->hasCircuit,
        );
    }

    /**
     * A stop with what the circuit makes of it.
     *
     * @param list<string> $out tubes that are out
     */
    public static function planned(BenchFacts $facts, PowerStop $stop, array $out): PlannedStop
    {
        $conditions = PlanConditions::at($facts, $stop->volts, $stop->limiters, $out);
        $readings = [];
        $required = array_map(static fn (array $key): string => $key[0].'|'.$key[1], $stop->required);
        foreach (self::places($facts, $stop) as [$place, $role]) {
            $expected = $facts->readings?->expectedUnder($place, MeterFunction::DcVolts, $conditions);
            if (null !== $expected) {
                $readings[] = new PlannedReading($place, MeterFunction::DcVolts->value, $role, \in_array(TestPoint::keyOf($place, MeterFunction::DcVolts), $required, true), $expected, self::abortAbove($facts, $place, $role, $expected->volts, $expected->window?->high));
            }
        }
        $amperes = self::amperes($facts, $stop->volts, $stop->limiters, $out);
        $lamp = $stop->limiters[0] ?? null;
        [$watts, $rated] = [$lamp['watts'] ?? null, $lamp['ratedVolts'] ?? null];
        $share = null === $amperes || !\is_float($watts) || !\is_float($rated) ? null : $amperes * Lamp::ohms($watts, $rated, $amperes) / $rated;

        return new PlannedStop($stop, $readings, $amperes, self::abortAmperes($facts, $stop, $amperes), $share);
    }

    /** @return list<array{string, string}> places to be drawn or read at a stop, each with what it is */
    private static function places(BenchFacts $facts, PowerStop $stop): array
    {
        $places = array_values(array_map(static fn (DrawnRail $r): array => [$r->id, $r->volts < 0.0 ? 'bias' : 'rail'], $facts->drawn->rails));
        foreach ($facts->sheet->tubes ?? [] as $tube) {
            $pins = $tube->output ? $facts->tubes->find($tube->type)?->section()->pins ?? [] : [];
            foreach (['grid' => 'bias', 'plate' => 'plate', 'screen' => 'screen', 'cathode' => 'cathode'] as $electrode => $role) {
                $place = isset($pins[$electrode]) ? Place::ofPin($tube->position, $pins[$electrode]) : null;
                $isAsked = null !== $place && (\in_array([$place, MeterFunction::DcVolts->value], $stop->required, true) || (\in_array($electrode, ['plate', 'screen'], true) && $stop->bPlusComes));
                $places = $isAsked ? [...$places, [$place, $role]] : $places;
            }
        }
        // Whatever must be read is shown, be it nothing of the output stage.
        $shown = array_column($places, 0);
        foreach ($stop->required as [$place]) {
            if (!\in_array($place, $shown, true)) {
                $places[] = [$place, match ($facts->sheet?->point($place, MeterFunction::DcVolts)?->kind) {
                    PointKind::Bias, PointKind::Grid => 'bias',
                    PointKind::Plate => 'plate',
                    PointKind::Cathode, PointKind::Sense => 'cathode',
                    default => 'rail',
                }];
            }
        }

        return array_values(array_unique($places, \SORT_REGULAR));
    }

    /** The rating of what stands there, or well beyond the corridor: whichever is lower. */
    private static function abortAbove(BenchFacts $facts, string $place, string $role, ?float $volts, ?float $high): ?float
    {
        if ('bias' === $role) {
            return null !== $volts && $volts < 0.0 ? $high : null;
        }
        $limits = array_filter([$facts->sheet?->ratingAt($place), 'rail' === $role && null !== $high && $high > 0.0 ? (1.0 + self::ABORT_SHARE) * $high : null], static fn (?float $v): bool => null !== $v);

        return [] === $limits ? null : min($limits);
    }

    /**
     * @param list<array<string, string|float>> $limiters
     * @param list<string>                      $out
     */
    private static function amperes(BenchFacts $facts, float $volts, array $limiters, array $out): ?float
    {
        return $facts->readings?->under(PlanConditions::at($facts, $volts, $limiters, $out))?->mainsAmperes;
    }

    private static function abortAmperes(BenchFacts $facts, PowerStop $stop, ?float $amperes): ?float
    {
        $work = $facts->drawn->primaryAmperes;

        return null === $amperes || null === $work ? null : self::ABORT_TIMES * hypot((1.0 + self::SPREAD_SHARE) * $amperes, self::MAGNETISING_SHARE * $work / $facts->mainsRatio() * $stop->share);
    }

    /** @return list<array{what: string, place: string, mainsVolts: float}> at which mains the bias and the first rail come up, with no tubes in (PWR-9) */
    private static function wakes(BenchFacts $facts): array
    {
        if (!$facts->drawn->hasCircuit || null === $facts->sheet || null === $facts->readings || 'tube' !== $facts->sheet->rectifier) {
            return [];
        }
        $full = StopPlan::fullVolts($facts);
        $others = TubeRoles::others($facts->sheet, $facts->tubes);
        $at = static fn (float $share, string $place): float => abs($facts->readings->under(PlanConditions::at($facts, $share * $full, [], $others))?->at($place)->volts ?? 0.0);
        $wakes = [];
        $first = array_values(array_filter($facts->drawn->rails, static fn (DrawnRail $r): bool => $r->volts > 0.0))[0] ?? null;
        $bias = array_values(array_filter($facts->drawn->rails, static fn (DrawnRail $r): bool => $r->volts < 0.0))[0] ?? null;
        foreach (array_filter(['bias' => $bias, 'rail' => $first], static fn (?DrawnRail $r): bool => null !== $r) as $what => $rail) {
            $whole = $at(1.0, $rail->id);
            foreach (self::WAKING as $share) {
                if ($whole > 0.0 && $at($share, $rail->id) > self::AWAKE_SHARE * $whole) {
                    $wakes[] = ['what' => $what, 'place' => $rail->id, 'mainsVolts' => $share * $full];
                    break;
                }
            }
        }

        return $wakes;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'choice' => $this->choice->toArray(), 'fullVolts' => $this->fullVolts, 'stops' => array_map(static fn (PlannedStop $s): array => $s->toArray(), $this->stops), 'ceilings' => array_map(static fn (Ceiling $c): array => $c->toArray(), $this->ceilings),
            'lamps' => array_map(static fn (LampChoice $l): array => $l->toArray(), $this->lamps), 'wakes' => $this->wakes, 'steps' => array_map(static fn (TubeStep $s): array => $s->toArray(), $this->steps), 'tubesOut' => $this->tubesOut, 'hasCircuit' => $this->hasCircuit,
        ];
    }
}
