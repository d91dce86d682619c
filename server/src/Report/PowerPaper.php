<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry\StateChange;
use Yew\Core\Power\BankFall;
use Yew\Core\Power\Gate;
use Yew\Core\Power\PlannedStop;
use Yew\Core\Power\PoweredRun;
use Yew\Core\Power\PowerPlan;
use Yew\Core\Power\PowerRecord;
use Yew\Core\Power\PowerTestKind;
use Yew\Core\Ramp\RampSample;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Station\PowerView;
use Yew\Server\Tape\EntryView;
use Yew\Server\Tape\TapeReader;
use Yew\Server\Wording\Wording;

/** How a unit was brought up, as the report has it (PWR-7): in words for its owner, and with charts, stops and gates for the next technician. */
final readonly class PowerPaper
{
    public function __construct(private PowerCharts $charts, private PowerView $view, private TapeReader $tape, private EntryView $entries, private Wording $wording)
    {
    }

    /** @return array<string, mixed>|null for the template; null where the unit was not under power on this job */
    public function of(JobUnit $unit, Bench $bench): ?array
    {
        $record = PowerRecord::of($bench->facts());

        return $record->isEmpty() ? null : [
            'choice' => PowerPlan::choice($bench->facts())->toArray(),
            'runs' => array_map(fn (PoweredRun $run): array => $this->run($run, $bench), $record->runs),
            'falls' => array_map(fn (BankFall $fall): array => ['chart' => $this->charts->fall($fall), 'verdict' => $fall->reason->verdict->value, 'sentence' => $this->wording->cold($fall->reason->code, $fall->reason->figures)], $record->falls),
            'glows' => $record->glows,
            'earlier' => $record->earlier,
            'gates' => $this->gates($unit),
        ];
    }

    /** @return array<string, mixed> */
    private function run(PoweredRun $run, Bench $bench): array
    {
        return [
            'title' => $this->wording->cold('run-'.$run->name, [], $this->wording->cold('run-with', ['positions' => array_values(array_diff(array_keys($bench->unit->sheet()->tubes ?? []), $run->tubesOut))])),
            'name' => $run->name, 'beganAt' => Moment::ofSeconds($run->beganAt), 'endedAt' => Moment::ofSecondsOrNull($run->endedAt), 'isWalked' => $run->isWalked(), 'chart' => $this->charts->ramp($run), 'count' => $run->count(),
            'stops' => array_values(array_filter(array_map(fn (PlannedStop $stop): array => $this->stop($stop, $run, $bench), $run->stops), static fn (array $s): bool => [] !== $s['readings'] || null !== $s['seen'])),
        ];
    }

    /** @return array<string, mixed> */
    private function stop(PlannedStop $planned, PoweredRun $run, Bench $bench): array
    {
        $facts = $bench->facts();
        $said = static fn (PowerTestKind $kind): ?string => $facts->sinceChange($facts->tests->of($planned->stop->id)->latest($kind))?->answer();

        return [
            'volts' => $planned->stop->volts, 'limiters' => $planned->stop->limiters, 'amperes' => $planned->mainsAmperes, 'seen' => $said(PowerTestKind::StopSeen), 'lamp' => $said(PowerTestKind::LampGlow), 'draw' => $said(PowerTestKind::MainsDraw),
            'readings' => array_map(static function (RampSample $sample) use ($planned): array {
                $reading = $planned->reading($sample->place);
                $says = null !== $reading && null === $reading->expected->obstacle && $reading->function === $sample->function->value;

                return [
                    'place' => $sample->place, 'shown' => PowerView::shown($sample), 'unit' => $sample->function->unit()->value, 'verdict' => $sample->verdict->value ?? 'cannot-say', 'accepted' => $sample->isAccepted, 'tapped' => $sample->isTapped,
                    'inletVolts' => $sample->inletVolts, 'low' => $says ? $reading->expected->window?->low : null, 'high' => $says ? $reading->expected->window?->high : null,
                ];
            }, $run->readAt($planned)),
        ];
    }

    /** @return array{at: \DateTimeImmutable, personId: string, gates: list<array<string, mixed>>}|null as they stood when power was last given, each with what it rests on */
    private function gates(JobUnit $unit): ?array
    {
        $entry = $this->tape->lastPowerOn($unit->job->id, $unit->unit->id);
        $gates = null === $entry ? [] : StateChange::kept(Fields::of($entry->payload))->stood;

        return null === $entry || [] === $gates ? null : ['at' => $entry->observedAt, 'personId' => $entry->personId, 'gates' => array_map(fn (Gate $g): array => [...$this->view->gate($g), 'reason' => $g->reason, 'proofs' => $this->proofs($g)], $gates)];
    }

    /** @return list<array{at: \DateTimeImmutable, headline: string, line: string}> */
    private function proofs(Gate $gate): array
    {
        $proofs = [];
        foreach ($gate->entries as $id) {
            $entry = $this->tape->find($id);
            if (null !== $entry) {
                $view = $this->entries->of($entry);
                $proofs[] = ['at' => $entry->observedAt, 'headline' => \is_string($view['headline']) ? $view['headline'] : '', 'line' => \is_string($view['line']) ? $view['line'] : ''];
            }
        }

        return $proofs;
    }
}
