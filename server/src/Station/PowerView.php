<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Job\Bench;
use Yew\Core\Power\Ceiling;
use Yew\Core\Power\DecayWatch;
use Yew\Core\Power\Gate;
use Yew\Core\Power\LampChoice;
use Yew\Core\Power\NoLoadProjection;
use Yew\Core\Power\PlannedReading;
use Yew\Core\Power\PlannedStop;
use Yew\Core\Power\PowerPlan;
use Yew\Core\Power\PowerStop;
use Yew\Core\Power\PowerWalk;
use Yew\Core\Power\RisePlan;
use Yew\Core\Power\StopPlan;
use Yew\Core\Power\TubeSteps;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Ramp\Ramp;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Reading\Verdict;
use Yew\Server\Http\Moment;
use Yew\Server\Tape\BenchView;
use Yew\Server\Wording\Wording;

/** The way up of one unit as the page gets it: gates, stops, what was read there, what may come. */
final readonly class PowerView
{
    /** Times under power that the page draws; older ones are in the report. */
    private const RAMPS = 12;

    public function __construct(private Wording $wording, private BenchView $bench)
    {
    }

    /** @return array<string, mixed> the schema Power of docs/api/openapi.yaml */
    public function of(Bench $bench): array
    {
        $plan = $bench->plan();
        $walk = $bench->walk();
        $next = $walk->next();
        $facts = $bench->facts();
        $ramps = $bench->state->ramps;

        return [
            'unitId' => $bench->unit->unitId(),
            'choice' => [...$plan->choice->toArray(), 'chosen' => null !== $ramps->choice],
            'fullVolts' => $plan->fullVolts,
            'hasCircuit' => $plan->hasCircuit,
            'run' => StopPlan::name($facts, $plan->tubesOut),
            'tubesOut' => $plan->tubesOut,
            'gates' => array_map($this->gate(...), $bench->gates()),
            'fullMains' => array_map($this->gate(...), $bench->gatesOfFullMains()),
            'hazards' => array_map($this->bench->hazard(...), $bench->hazards()),
            'stops' => array_map(fn (PlannedStop $s): array => $this->stop($s, $walk, $next, $bench), $plan->stops),
            'ceilings' => array_map(static fn (Ceiling $c): array => $c->toArray(), $plan->ceilings),
            'projection' => self::projection($bench, $plan, $walk),
            'lamps' => array_map(static fn (LampChoice $l): array => $l->toArray(), $plan->lamps),
            'wakes' => $plan->wakes,
            'steps' => $this->steps($plan, $bench),
            'decays' => $this->decays($bench),
            'ramps' => array_map($this->ramp(...), \array_slice($ramps->all, -self::RAMPS)),
            'changedAt' => 0.0 === $ramps->changedAt ? null : Moment::ofSeconds($ramps->changedAt),
        ];
    }

    /** @return array<string, mixed>|null what comes up when, switched on cold at full mains; null where no circuit tells: the schema PowerRise */
    public function rise(Bench $bench): ?array
    {
        $plan = RisePlan::of($bench->facts());
        if (null === $plan) {
            return null;
        }
        $reason = $plan->reason();
        $curve = static fn (string $what, string $place, Rise $rise): array => ['what' => $what, 'place' => $place, 'points' => array_map(static fn (float $s, ?float $v): array => ['seconds' => $s, 'volts' => $v], $rise->seconds, $rise->volts[$place] ?? [])];

        return [
            'verdict' => $reason->verdict->value, 'sentence' => $this->wording->cold($reason->code, $reason->figures), 'railSeconds' => $plan->railSeconds(), 'biasSeconds' => $plan->biasSeconds(), 'doubledSeconds' => $plan->doubledSeconds(), 'drawsSeconds' => $plan->drawsSeconds(),
            'curves' => [$curve('rail', $plan->rail, $plan->rise), ...(null === $plan->grid ? [] : [$curve('bias', $plan->grid, $plan->rise)]), ...(null === $plan->grid || null === $plan->doubled ? [] : [$curve('bias-doubled', $plan->grid, $plan->doubled)])],
        ];
    }

    /** @return array<string, mixed> */
    public function gate(Gate $gate): array
    {
        return [
            'id' => $gate->id, 'title' => $this->wording->gates()[$gate->id] ?? $gate->id, 'state' => $gate->state->value, 'passes' => $gate->state->passes(), 'sentence' => $this->wording->hazard($gate->code, $gate->figures),
            'authority' => $gate->authority->value, 'entries' => $gate->entries, 'station' => $gate->station, 'part' => $gate->part,
        ];
    }

    /** @return array<string, mixed> */
    private function stop(PlannedStop $planned, PowerWalk $walk, ?PowerStop $next, Bench $bench): array
    {
        $stop = $planned->stop;
        $seen = $walk->seen($stop);

        return [
            ...$planned->toArray(),
            'readings' => array_map(fn (PlannedReading $r): array => [...$r->toArray(), 'toTap' => \in_array($r->place, $stop->tapped, true) && 'dc-volts' === $r->function, 'read' => $this->sample($walk->at($stop, $r->place, $r->function))], $planned->readings),
            'missing' => $walk->missing($stop), 'against' => array_map(static fn (RampSample $s): string => $s->place, $walk->against($stop)), 'seen' => $seen?->choice(),
            'done' => $walk->isDone($stop), 'here' => $stop->isAt($bench->state->conditions), 'next' => $next?->id === $stop->id,
        ];
    }

    /** @return array<string, mixed>|null */
    private function sample(?RampSample $sample): ?array
    {
        return null === $sample ? null : ['entryId' => $sample->entryId, 'value' => ReadingKind::Value === $sample->kind || ReadingKind::Intermittent === $sample->kind ? $sample->value : null, 'shown' => self::shown($sample), 'verdict' => $sample->verdict?->value, 'accepted' => $sample->isAccepted, 'tapped' => $sample->isTapped, 'at' => Moment::ofSeconds($sample->at)];
    }

    public static function shown(RampSample $sample): string
    {
        $figure = Engineering::plain($sample->value, Engineering::threeDigits($sample->value));

        return match ($sample->kind) {
            ReadingKind::Above => '> '.$figure,
            ReadingKind::Below => '< '.$figure,
            ReadingKind::Overload => 'overload',
            ReadingKind::Value, ReadingKind::Intermittent => $figure,
        };
    }

    /** @return array<string, mixed>|null B+ at full mains told from the first stop at which it was read with the mains measured (PWR-3a) */
    private static function projection(Bench $bench, PowerPlan $plan, PowerWalk $walk): ?array
    {
        $banks = DecayWatch::banks($bench->facts());
        foreach ($plan->stops as $planned) {
            foreach ($walk->readAt($planned->stop) as $sample) {
                $isPlain = ReadingKind::Value === $sample->kind && $sample->value > 0.0 && null !== $sample->inletVolts && 'dc-volts' === $sample->function->value && \in_array($sample->place, $banks, true);
                if (!$isPlain || Verdict::CannotSay === $sample->verdict) {
                    continue;
                }
                $meter = $bench->readings()->contextNow()->meter;
                $band = static fn (MeterFunction $f, float $v): float => $meter?->figure($f, $v, 0.0, 'projection')->worstCase() ?? 0.01 * $v;
                [$dc, $ac] = [$band(MeterFunction::DcVolts, $sample->value), $band(MeterFunction::AcVolts, $sample->inletVolts)];
                $told = new NoLoadProjection($sample->value, $dc, $sample->inletVolts, min($ac, 0.5 * $sample->inletVolts));
                $parts = array_values(array_filter(array_map(static fn (DrawnCapacitor $c): ?array => \in_array($c->does, ['reservoir', 'filter'], true) && null !== $c->ratedVolts ? [$c->id, $c->ratedVolts] : null, $bench->facts()->drawn->capacitors), static fn (?array $p): bool => null !== $p));

                return ['place' => $sample->place, 'volts' => $sample->value, 'inletVolts' => $sample->inletVolts, 'atVolts' => $told->at($plan->fullVolts), 'leastVolts' => $told->leastAt($plan->fullVolts), 'mostVolts' => $told->mostAt($plan->fullVolts), 'ceilings' => array_map(static fn (Ceiling $c): array => $c->toArray(), $told->ceilings($parts))];
            }
        }

        return null;
    }

    /**
     * The steps in which tubes go in, each with how far it is: first what must be walked without it, then its sockets, then it itself.
     *
     * @return list<array<string, mixed>>
     */
    private function steps(PowerPlan $plan, Bench $bench): array
    {
        $before = TubeSteps::before($bench->facts());
        $unproved = [] === $plan->steps ? [] : $bench->unprovedSockets();
        $steps = [];
        foreach ($plan->steps as $step) {
            $waits = $bench->walkWithout($before)->next();
            $sockets = array_values(array_filter($step->positions, static fn (string $p): bool => true === ($bench->unit->sheet()->tubes[$p] ?? null)?->output));
            $steps[] = [
                ...$step->toArray(), 'title' => $this->wording->cold('step-'.$step->what, []), 'why' => null === $step->because ? null : $this->wording->cold('step-because-'.$step->because, ['positions' => $step->positions]),
                'in' => null !== $plan->tubesOut && [] === array_intersect($step->positions, $plan->tubesOut), 'waitsForVolts' => $waits?->volts, 'walked' => null === $bench->walkWithout($step->tubesOut)->next(),
                'sockets' => array_map(fn (string $p): array => ['position' => $p, 'missing' => isset($unproved[$p]) ? $this->wording->hazard('gate-socket-'.$unproved[$p], ['position' => $p]) : null], $sockets),
            ];
            $before = $step->tubesOut;
        }

        return $steps;
    }

    /** @return list<array<string, mixed>> between which two curves each bank belongs after the time that was last on (PWR-4) */
    private function decays(Bench $bench): array
    {
        $decays = [];
        $all = $bench->state->ramps->all;
        $last = $all[\count($all) - 1] ?? null;
        foreach (DecayWatch::banks($bench->facts()) as $bank) {
            $path = DecayWatch::path($bench->facts(), $bank, true === $last?->isOn() ? null : $last);
            $fall = DecayWatch::latest($bench->facts(), $bank);
            $test = $fall?->test;
            $decays[] = [
                'place' => $bank, 'band' => true === $path?->isTold() ? $path->band() : [], 'hasTubes' => $path->hasTubes ?? false, 'measured' => $path->isMeasured ?? false, 'startVolts' => $path?->fall?->startVolts,
                'falling' => $this->falling($bench, $bank),
                'test' => null === $test ? null : [
                    'startVolts' => $test->value('startVolts'), 'seconds' => $test->value('seconds'), 'volts' => $test->value('volts'), 'verdict' => $fall->reason->verdict->value,
                    'trace' => $fall->trace(),
                ],
            ];
        }

        return $decays;
    }

    /** @return array<string, mixed>|null a fall that goes on, by the meter that hangs on it, and what it says so far */
    private function falling(Bench $bench, string $bank): ?array
    {
        $trace = ChassisState::Discharging === $bench->state->chassis->state ? DecayWatch::falling($bench->facts(), $bank, $bench->now) : null;
        if (null === $trace) {
            return null;
        }
        $reason = DecayWatch::judgeTrace($bench->facts(), $bank, $trace, $bench->now);
        [$seconds, $volts] = $trace->samples[\count($trace->samples) - 1];

        return ['startVolts' => $trace->samples[0][1], 'seconds' => $seconds, 'volts' => $volts, 'verdict' => $reason->verdict->value, 'sentence' => $this->wording->cold($reason->code, ['place' => $bank, ...$reason->figures]), 'trace' => $trace->drawn()];
    }

    /** @return array<string, mixed> */
    private function ramp(Ramp $ramp): array
    {
        return [
            'beganAt' => Moment::ofSeconds($ramp->beganAt), 'energisedAt' => Moment::ofSecondsOrNull($ramp->energisedAt), 'endedAt' => Moment::ofSecondsOrNull($ramp->endedAt), 'tubesOut' => $ramp->tubesOut,
            'samples' => array_map(fn (RampSample $s): array => ['place' => $s->place, 'function' => $s->function->value, 'sourceVolts' => $s->sourceVolts, 'inletVolts' => $s->inletVolts, ...$this->sample($s) ?? []], $ramp->samples),
        ];
    }
}
