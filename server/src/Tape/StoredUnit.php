<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meters;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Circuit\Time\Fall;
use Yew\Core\Circuit\Time\FallAsked;
use Yew\Core\Circuit\Time\Rise;
use Yew\Core\Circuit\Time\RiseAsked;
use Yew\Core\Drawer\LabelledTube;
use Yew\Core\Drawn\DrawnParts;
use Yew\Core\Instrument\DialTable;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\EntryTrace;
use Yew\Core\Job\UnitKnowledge;
use Yew\Core\Job\UnitState;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Reading\SisterUnit;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Stations;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Job\Entity\JobUnit;

/** A unit on a job as core asks for it, fetched from the database and the caches. */
final readonly class StoredUnit implements UnitKnowledge
{
    /** @param \Closure(JobUnit): UnitState $states how the other units on the job are now */
    public function __construct(private JobUnit $unit, private UnitSources $sources, private \Closure $states)
    {
    }

    public function jobId(): string
    {
        return $this->unit->job->id;
    }

    public function unitId(): string
    {
        return $this->unit->unit->id;
    }

    public function bookedInAt(): float
    {
        return (float) $this->unit->job->bookedInAt->format('U.u');
    }

    public function sheet(): ?Sheet
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? null : $this->sources->sheets->decoded($version);
    }

    public function sheetOfVersion(string $versionId): Sheet
    {
        return $this->sources->sheets->decoded($versionId);
    }

    public function model(): ?SheetModel
    {
        $sheet = $this->sheet();

        return null === $sheet ? null : SheetModel::of($sheet, $this->sources->tubes);
    }

    public function wiredForVolts(): ?float
    {
        return $this->unit->unit->wiredForVolts;
    }

    public function carried(): FittedChanges
    {
        return $this->sources->tape->fittedBefore($this->unit->unit->id, $this->unit->job->id, $this->unit->job->bookedInAt);
    }

    public function lastVisitVolts(): array
    {
        return $this->sources->tape->lastVisit($this->unit->unit->id, $this->unit->job->id);
    }

    public function sisterUnits(): array
    {
        return array_map(function (JobUnit $other): SisterUnit {
            $state = ($this->states)($other);

            return new SisterUnit('' === $other->unit->serial ? $other->unit->model : $other->unit->serial, $other->unit->wiredForVolts, $state->log($state->lastObserved));
        }, $this->sisters());
    }

    public function sisterTests(): TestRecord
    {
        foreach ($this->sisters() as $other) {
            $tests = ($this->states)($other)->record->tests();
            if ([] !== $tests->all) {
                return $tests;
            }
        }

        return new TestRecord();
    }

    /** @return list<JobUnit> the other units on the job that are drawn alike */
    private function sisters(): array
    {
        return array_values(array_filter($this->unit->job->units(), fn (JobUnit $other): bool => $other->unit->id !== $this->unit->unit->id && $this->isDrawnLike($other)));
    }

    /** Of the same sheet, whichever its version; where neither has one, of the same make. */
    private function isDrawnLike(JobUnit $other): bool
    {
        [$ours, $theirs] = [$this->unit->sheetVersionId(), $other->sheetVersionId()];
        if (null === $ours || null === $theirs) {
            return $ours === $theirs && [$this->unit->unit->maker, $this->unit->unit->model] === [$other->unit->maker, $other->unit->model];
        }

        return $ours === $theirs || $this->sources->sheets->version($ours)->sheet->id === $this->sources->sheets->version($theirs)->sheet->id;
    }

    public function lastVisitTests(): TestRecord
    {
        return $this->sources->tape->testsBefore($this->unit->unit->id, $this->unit->job->id, $this->unit->job->bookedInAt);
    }

    public function forecast(Conditions $conditions, FittedChanges $fitted): ?Forecast
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? null : $this->sources->forecasts->of($version, $conditions, $fitted, $this->unit->unit->wiredForVolts);
    }

    public function fall(Conditions $conditions, FittedChanges $fitted, FallAsked $asked): ?Fall
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? null : $this->sources->inTime->fall($version, $conditions, $fitted, $this->unit->unit->wiredForVolts, $asked);
    }

    public function rise(Conditions $conditions, FittedChanges $fitted, RiseAsked $asked): ?Rise
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? null : $this->sources->inTime->rise($version, $conditions, $fitted, $this->unit->unit->wiredForVolts, $asked);
    }

    public function expectedPower(Conditions $conditions, FittedChanges $fitted, PowerAsked $asked): ?ExpectedPower
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? null : $this->sources->powers->of($version, $conditions, $fitted, $this->unit->unit->wiredForVolts, $asked);
    }

    public function recorded(string $place, float $from, float $until): array
    {
        return $this->sources->traces->between($this->unit, $place, $from, $until);
    }

    public function drawn(FittedChanges $made): DrawnParts
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? DrawnParts::listed(null) : $this->sources->drawings->of($version, $made);
    }

    public function substitutions(FittedChanges $fitted): array
    {
        $version = $this->unit->sheetVersionId();

        return null === $version ? [] : $this->sources->standingTubes->of($version, $fitted);
    }

    public function labelled(string $label): ?LabelledTube
    {
        return $this->sources->labelled->find($label);
    }

    public function ordered(): array
    {
        return $this->sources->ordered->of($this->unit);
    }

    public function meters(): Meters
    {
        return $this->sources->meters->all();
    }

    public function dial(string $equipmentId): ?DialTable
    {
        return $this->sources->equipment->find($equipmentId)?->dial;
    }

    public function lamps(): array
    {
        return $this->sources->equipment->lamps();
    }

    public function timeFactor(): float
    {
        return $this->sources->time->factor;
    }

    public function practice(): Practice
    {
        return $this->sources->practice();
    }

    public function tubes(): TubeCatalogue
    {
        return $this->sources->tubes;
    }

    public function stations(): Stations
    {
        return $this->sources->stations;
    }

    public function kinds(): EntryKinds
    {
        return $this->sources->kinds;
    }

    public function year(): int
    {
        return (int) $this->sources->clock->now()->format('Y');
    }

    public function entry(string $id): ?EntryTrace
    {
        return $this->sources->tape->trace($id);
    }
}
