<?php

declare(strict_types=1);

namespace Yew\Core\Job;

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
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Reading\SisterUnit;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Station\Order;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Stations;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\TubeCatalogue;

/** What is known of a unit on a job besides its own tape. Each answer is fetched when it is asked for, and kept. */
interface UnitKnowledge
{
    public function jobId(): string;

    public function unitId(): string;

    /** Seconds since the epoch. */
    public function bookedInAt(): float;

    /** As drawn; null where none was chosen. */
    public function sheet(): ?Sheet;

    /** The sheet of a version, for an entry that chooses another; null where there is none. */
    public function sheetOfVersion(string $versionId): ?Sheet;

    /** The circuit of the sheet; null where it has none. */
    public function model(): ?SheetModel;

    /** Mains volts that the unit is wired for; null where nobody said. */
    public function wiredForVolts(): ?float;

    /** What the unit's other jobs had changed on it when this one was booked in. */
    public function carried(): FittedChanges;

    /** @return array<string, float> what was read last on the unit's other jobs, by point key */
    public function lastVisitVolts(): array;

    /** @return list<SisterUnit> the other units on the job that are drawn like this one */
    public function sisterUnits(): array;

    /** What was tested on the first of them on which anything was. */
    public function sisterTests(): TestRecord;

    /** What was tested on the unit's other jobs. */
    public function lastVisitTests(): TestRecord;

    /** What the sheet's circuit makes of conditions and changes; null where there is no circuit, or no answer. */
    public function forecast(Conditions $conditions, FittedChanges $fitted): ?Forecast;

    /** How a place of B+ falls when the mains is cut under these conditions; null where the sheet holds no circuit, or it has no answer. */
    public function fall(Conditions $conditions, FittedChanges $fitted, FallAsked $asked): ?Fall;

    /** How places come up when it is switched on, cold, under these conditions; null where the sheet holds no circuit, or it has no answer. */
    public function rise(Conditions $conditions, FittedChanges $fitted, RiseAsked $asked): ?Rise;

    /** The power of an output stage under these conditions; null where no circuit tells. */
    public function expectedPower(Conditions $conditions, FittedChanges $fitted, PowerAsked $asked): ?ExpectedPower;

    /** @return list<array{float, float}> DC volts that meters on the network kept of a place of this unit, on this job, between two moments: seconds since the first of these, and V */
    public function recorded(string $place, float $from, float $until): array;

    /** What the sheet has, with the parts in it that were replaced. */
    public function drawn(FittedChanges $made): DrawnParts;

    /**
     * What each tube of another type than the drawn one changes (TUBE-4).
     *
     * @return array<string, list<Reason>> by position; none where there is no circuit
     */
    public function substitutions(FittedChanges $fitted): array;

    /** What the drawer knows of a tube by its label; null for a label that nobody has. */
    public function labelled(string $label): ?LabelledTube;

    /** @return list<Order> what the owner said yes to on this unit */
    public function ordered(): array;

    public function meters(): Meters;

    /** What the dial of a variac of the shop gives; null where nobody measured it. */
    public function dial(string $equipmentId): ?DialTable;

    /** @return list<array{float, float}> watts and rated volts of the lamps that the shop has for the mains lead */
    public function lamps(): array;

    /** Seconds of the bench in one of the people and instruments at it: more than 1 in practice alone (contract §13). */
    public function timeFactor(): float;

    public function practice(): Practice;

    public function tubes(): TubeCatalogue;

    public function stations(): Stations;

    public function kinds(): EntryKinds;

    /** The calendar year of today. */
    public function year(): int;

    public function entry(string $id): ?EntryTrace;
}
