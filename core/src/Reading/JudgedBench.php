<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\Meters;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Quantity\Figure;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;

/** Every point of a unit with its latest reading judged by today's knowledge: sheet, neighbours, corrected conditions. */
final class JudgedBench
{
    /** Reasons of a reading that found nothing where something belongs: the next one there confirms it or clears it (JUDGE-3). */
    private const ZEROS = ['dead-zero', 'zero', 'bias-lost', 'bias-lost-probe-again'];
    /** What is left at a plate of what a healthy one has there, where a tube pulls its supply down: more than any common supply sags (our choice). */
    private const SAG_SHARE = 0.9;

    /** @var array<string, TestPoint> by point key, in probing order */
    private readonly array $testPoints;
    /** @var array<string, JudgedPoint> those judged so far, by point key */
    private array $judged = [];
    private ?ReadingContext $contextNow = null;
    /** @var array<string, ComparisonReadings> by point key */
    private array $foreseenNear = [];
    /** @var list<BranchCurrent>|null */
    private ?array $currents = null;
    /** @var array<string, TakenReading> latest by point key */
    private readonly array $records;
    /** @var array<string, TakenReading> the one that decides, by point key, of those judged so far */
    private array $decided = [];
    /** @var array<string, ReadingContext> by entry */
    private array $contexts = [];
    /** @var array<string, Forecast|null> by conditions and changes */
    private array $forecasts = [];

    /**
     * @param Sheet|null                                            $sheet      with the parts that are fitted now
     * @param array<string, float>                                  $lastVisit  volts by point key, from the unit's earlier jobs
     * @param FittedChanges                                         $carried    what earlier jobs changed on the unit
     * @param (\Closure(Conditions, FittedChanges): ?Forecast)|null $forecaster what the sheet's circuit makes of conditions and changes
     * @param list<SisterUnit>                                      $sisters    the other units on the job that are drawn alike
     * @param (\Closure(): ?OutputTubes)|null                       $outputs    asked for where a current of a tube is judged
     */
    public function __construct(
        private readonly ReadingLog $log,
        public readonly ?Sheet $sheet,
        private readonly ?float $wiredFor,
        private readonly Meters $meters,
        private readonly array $lastVisit,
        private readonly FittedChanges $carried = new FittedChanges(),
        private readonly ?\Closure $forecaster = null,
        private readonly array $sisters = [],
        private readonly ?\Closure $outputs = null,
    ) {
        $points = $records = [];
        foreach ($sheet->points ?? [] as $point) {
            $points[$point->key()] = $point;
        }
        foreach (array_keys($log->readings) as $key) {
            $latest = $log->latest($key);
            if (null !== $latest && $latest->function->needsPower()) {
                $records[$key] = $latest;
                $points[$key] ??= TestPoint::unprinted($latest->place, $latest->function);
            }
        }
        $this->records = $records;
        $this->testPoints = $points;
    }

    /** @return array<string, JudgedPoint> every point, by key, in probing order */
    public function points(): array
    {
        return array_map($this->judgeAmongOthers(...), $this->testPoints);
    }

    public function point(string $key): ?JudgedPoint
    {
        return isset($this->testPoints[$key]) ? $this->judgeAmongOthers($this->testPoints[$key]) : null;
    }

    /** @return list<Finding> */
    public function findings(): array
    {
        return null === $this->sheet ? [] : Findings::of($this->sheet, $this->points(), $this->currents());
    }

    /** @return list<BranchCurrent> */
    public function currents(): array
    {
        return $this->currents ??= null === $this->sheet ? [] : BranchCurrent::all($this->sheet, $this->points());
    }

    /** @return list<PlateAgainstScreen> */
    public function platesAgainstScreens(): array
    {
        return null === $this->sheet ? [] : PlateAgainstScreen::all($this->sheet, $this->points());
    }

    /** Circumstances now, for points that were not read yet. */
    public function contextNow(): ReadingContext
    {
        $log = $this->log;

        return $this->contextNow ??= new ReadingContext($this->sheet, $log->conditions, $this->meters->find($log->conditions->meterId()), $log->state, null === $log->warmSince ? null : ($log->now - $log->warmSince) / 60, $this->wiredFor, $this->forecast($log->conditions, $this->fitted()), $this->meters->find($log->conditions->meterId()));
    }

    /** Ω of the meter that was in hand under other conditions, else of the one in hand now; null where none is named, or nobody knows its ohms. */
    public function meterOhms(?Conditions $then): ?float
    {
        return ($this->meters->find($then?->meterId()) ?? $this->contextNow()->meter)?->inputResistanceOhms(MeterFunction::DcVolts);
    }

    /** What the circuit makes of other conditions, with what is fitted now, or what would be; null where it has no answer. */
    public function under(Conditions $conditions, FittedChange ...$instead): ?Forecast
    {
        return $this->forecast($conditions, [] === $instead ? $this->fitted() : $this->fitted()->with(...array_values($instead)));
    }

    /** What a point would be expected to read on the way up under other conditions, by the meter in hand. */
    public function expectedUnder(string $place, MeterFunction $function, Conditions $conditions): Expected
    {
        $point = $this->testPoints[TestPoint::keyOf($place, $function)] ?? TestPoint::unprinted($place, $function);

        return Expectation::at($point, new ReadingContext($this->sheet, $conditions, $this->contextNow()->meter, ChassisState::Ramping, null, $this->wiredFor, $this->under($conditions)));
    }

    private function judgeAmongOthers(TestPoint $point): JudgedPoint
    {
        return $this->judged[$point->key()] ??= $this->judge($point, $this->near($point));
    }

    private function judge(TestPoint $point, ComparisonReadings $near): JudgedPoint
    {
        $records = $this->log->readings[$point->key()] ?? [];
        if (!isset($this->records[$point->key()]) || [] === $records) {
            return new JudgedPoint($point, Expectation::at($point, $this->contextNow()), null, null, beside: Beside::all($point, null, $near));
        }
        $newest = $records[\count($records) - 1];
        $judgements = array_map(fn (TakenReading $r): Judgement => $this->marked(Judge::judge($point, $r->typed(), $this->contextOf($r), $r === $newest ? $near : $near->ofAnEarlierReading(\in_array($r->then['reasonCode'] ?? null, Deciding::UNTIL_PROBED_AGAIN, true))), $r), $records);
        $refitted = array_map(fn (TakenReading $r): bool => $this->log->fitted->changedSince($r->fittedThen), $records);
        $moved = array_map(fn (TakenReading $r): bool => $r->state !== $newest->state || $r->conditions->moved($newest->conditions) || ($r->fittedThen !== $newest->fittedThen && $this->log->fitted->changedBetween($r->fittedThen, $newest->fittedThen)), $records);
        $index = Deciding::among($judgements, $moved, $refitted);
        [$record, $judgement] = [$records[$index], $judgements[$index]];
        $this->decided[$point->key()] = $record;
        $context = $this->contextOf($record);
        $figure = null === $judgement->volts ? null : $context->meter?->figure($point->function, $judgement->volts, $record->resolution, $record->entryId);

        return new JudgedPoint($point, Expectation::at($point, $context), $judgement, \in_array(Mark::Stale, $judgement->marks, true) ? null : $figure, $record === $newest ? null : $judgements[\count($judgements) - 1], $this->isOvertaken($newest) ? Expectation::at($point, $this->contextNow()) : null, Beside::all($point, $judgement, $near));
    }

    /** What one reading says by itself, whatever else was read at its place. */
    public function ofEntry(TakenReading $record): Judgement
    {
        $point = $this->pointOf($record);

        return $this->marked(Judge::judge($point, $record->typed(), $this->contextOf($record), $this->near($point)), $record);
    }

    /** What a value would say by itself if the meter in hand showed it here now. */
    public function foreseen(TestPoint $point, float $value): Judgement
    {
        $near = $this->foreseenNear[$point->key()] ??= $this->near($point);

        return Judge::judge($point, new TypedReading('', ReadingKind::Value, $value, 0.0), $this->contextNow(), $near);
    }

    /** @return list<array{TakenReading, Verdict}> every reading kept of a point, oldest first, with what it says by itself */
    public function history(string $key): array
    {
        return array_map(fn (TakenReading $r): array => [$r, $this->ofEntry($r)->verdict], $this->log->readings[$key] ?? []);
    }

    /** What was to be expected of one reading when it was taken. */
    public function expectedOf(TakenReading $record): Expected
    {
        return Expectation::at($this->pointOf($record), $this->contextOf($record));
    }

    private function pointOf(TakenReading $record): TestPoint
    {
        return $this->testPoints[$record->key()] ?? TestPoint::unprinted($record->place, $record->function);
    }

    /** The reading that decides at a point, and the newest where that is another one. */
    public function deciding(string $key): ?TakenReading
    {
        $this->point($key);

        return $this->decided[$key] ?? null;
    }

    public function newest(string $key): ?TakenReading
    {
        return $this->records[$key] ?? null;
    }

    /** What a reading shows with its errors, by the meter that it was read with; null where that is not known. */
    public function figureOf(TakenReading $record): ?Figure
    {
        return $this->meters->find($record->meterId)?->figure($record->function, $record->value, $record->resolution, $record->entryId);
    }

    /** How the unit differs from its drawing now. */
    public function fitted(): FittedChanges
    {
        return $this->carried->with(...$this->log->fitted->all);
    }

    private function forecast(Conditions $conditions, FittedChanges $fitted): ?Forecast
    {
        return null === $this->forecaster || null === $conditions->mainsVolts() ? null : ($this->forecaster)($conditions, $fitted);
    }

    /** Readings of one set of conditions share what the circuit makes of it. */
    private function forecastThen(TakenReading $record): ?Forecast
    {
        $then = spl_object_id($record->conditions).'/'.$record->fittedThen; // the fold holds them: no number comes twice
        if (!\array_key_exists($then, $this->forecasts)) {
            $this->forecasts[$then] = $this->forecast($record->conditions, $this->carried->with(...$this->log->fitted->when($record->fittedThen)->all));
        }

        return $this->forecasts[$then];
    }

    private function contextOf(TakenReading $record): ReadingContext
    {
        return $this->contexts[$record->entryId] ??= new ReadingContext($this->sheet, $record->conditions, $this->meters->find($record->meterId), $record->state, $record->warmMinutes, $this->wiredFor, $this->forecastThen($record), $this->meters->find($record->conditions->meterId()));
    }

    private function marked(Judgement $judgement, TakenReading $record): Judgement
    {
        $judgement = $this->isOvertaken($record) ? $judgement->marked(Mark::Stale) : $judgement;

        return null === $record->accepted ? $judgement : $judgement->marked(Mark::Accepted);
    }

    /** Whether conditions or parts changed since it was taken. */
    private function isOvertaken(TakenReading $record): bool
    {
        return $record->conditions->moved($this->log->conditions) || $this->log->fitted->changedSince($record->fittedThen);
    }

    private function near(TestPoint $point): ComparisonReadings
    {
        $key = $point->key();
        $own = $this->records[$key] ?? null;
        $healthy = null !== $own && $this->mayBeDeadZero($own) && $this->hasHealthyNeighbour($point);
        $earlier = $this->log->readings[$key] ?? [];
        $before = $earlier[\count($earlier) - 2] ?? null;
        $reason = $before->then['reasonCode'] ?? null;

        return new ComparisonReadings($point->sister, $this->sisterVolts($point, $own), $this->lastVisit[$key] ?? null, $healthy, \in_array($reason, self::ZEROS, true), $this->returnOf($point, $own), $this->otherUnit($key, $own), $this->otherElectrode($point, $own), $this->outputTube($point, $own), $this->supplyShare($own), $this->biasShare($own));
    }

    /** What the place's sister on this unit read, at the mains of the reading here. */
    private function sisterVolts(TestPoint $point, ?TakenReading $own): ?float
    {
        $sister = null === $point->sister ? null : $this->records[TestPoint::keyOf($point->sister, $point->function)] ?? null;
        if (null === $sister || ReadingKind::Value !== $sister->kind) {
            return null;
        }
        $theirs = $sister->conditions->mainsVolts();
        $ours = ($own->conditions ?? $this->log->conditions)->mainsVolts();

        return null === $theirs || null === $ours ? $sister->value : $sister->value * $ours / $theirs;
    }

    /** The first of the other units whose reading there can be compared; else the first that was read there at all. */
    private function otherUnit(string $key, ?TakenReading $own): ?SisterReading
    {
        $found = null;
        foreach ($this->sisters as $sister) {
            $reading = $sister->beside($key, $own->conditions ?? $this->log->conditions, $this->wiredFor, $this->log->now);
            if (null !== $reading?->volts) {
                return $reading;
            }
            $found ??= $reading;
        }

        return $found;
    }

    /** What was read where a grid returns to, under conditions that have not moved since. */
    private function returnOf(TestPoint $point, ?TakenReading $own): ?float
    {
        $return = null === $point->fedBy || null === $own ? null : $this->records[TestPoint::keyOf($point->fedBy, MeterFunction::DcVolts)] ?? null;

        return null === $return || ReadingKind::Value !== $return->kind || $return->conditions->moved($own->conditions) ? null : $return->value;
    }

    /** Of an output tube: what its screen read beside its plate, and the other way round, with everything as it was a few minutes ago (SAFE-6a). */
    private function otherElectrode(TestPoint $point, ?TakenReading $own): ?float
    {
        $kind = match ($point->kind) {
            PointKind::Plate => PointKind::Screen,
            PointKind::Screen => PointKind::Plate,
            default => null,
        };
        $tube = Place::pin($point->place)?->tube;
        if (null === $own || null === $kind || null === $tube || true !== ($this->sheet->tubes[$tube] ?? null)?->output) {
            return null;
        }
        foreach ($this->testPoints as $other) {
            $reading = $kind === $other->kind && $tube === Place::pin($other->place)?->tube && MeterFunction::DcVolts === $other->function ? $this->records[$other->key()] ?? null : null;
            if (null !== $reading && ScreenAlone::speaks($kind, $reading->kind) && self::isOfOneMoment($reading, $own)) {
                return $reading->value;
            }
        }

        return null;
    }

    /** The output tube whose current was read here, with the least that stands at its plate and screen by then (SAFE-6). */
    private function outputTube(TestPoint $point, ?TakenReading $own): ?OutputTube
    {
        $position = Place::pin($point->place)?->tube;
        if (null === $own || null === $position || !$own->state->isOnMains() || true !== ($this->sheet->tubes[$position] ?? null)?->output || !\in_array($point->kind, [PointKind::Plate, PointKind::Cathode, PointKind::Sense, PointKind::Other], true)) {
            return null;
        }
        $tubes = null === $this->outputs ? null : ($this->outputs)();

        return $tubes?->at($point->place, $own->conditions, $this->leastVolts($tubes->placeOf($position, 'plate', $own->conditions), $own), $this->leastVolts($tubes->placeOf($position, 'screen', $own->conditions), $own));
    }

    /** The share of its printed volts that the first rail had at about the time of a reading, with everything as it was. */
    private function supplyShare(?TakenReading $own): ?float
    {
        if (null === $own) {
            return null;
        }
        foreach ($this->testPoints as $key => $point) {
            $rail = $this->records[$key] ?? null;
            if (null !== $rail && PointKind::Rail === $point->kind && $point->printedVolts > 0.0 && ReadingKind::Value === $rail->kind && self::isOfOneMoment($rail, $own)) {
                return $rail->value / $point->printedVolts;
            }
        }

        return null;
    }

    /** Likewise the least share of bias, at most what it can be. */
    private function biasShare(?TakenReading $own): ?float
    {
        $least = null;
        if (null === $own) {
            return null;
        }
        foreach ($this->testPoints as $key => $point) {
            $bias = $this->records[$key] ?? null;
            if (null !== $bias && Judge::isOutputBias($point) && ReadingKind::Value === $bias->kind && self::isOfOneMoment($bias, $own)) {
                $least = min($least ?? \INF, ($bias->value - $this->halfWidth($bias)) / ($point->printedVolts ?? 1.0));
            }
        }

        return $least;
    }

    /** Half of the 95 % band that the meter leaves a value; none where nobody said by which it was read. */
    private function halfWidth(TakenReading $reading): float
    {
        return $this->figureOf($reading)?->halfWidth95() ?? 0.0;
    }

    /** Read within a few minutes of each other, with everything as it was. */
    private static function isOfOneMoment(TakenReading $one, TakenReading $other): bool
    {
        return abs($other->observedAt - $one->observedAt) <= 60 * ScreenAlone::MINUTES && $one->state === $other->state && $one->fittedThen === $other->fittedThen && !$one->conditions->moved($other->conditions);
    }

    /** The least that stood at a place when another was read: as it was read under the same conditions, else as the circuit foretells it. */
    private function leastVolts(?string $place, TakenReading $own): ?float
    {
        if (null === $place) {
            return null;
        }
        $key = TestPoint::keyOf($place, MeterFunction::DcVolts);
        $read = $this->records[$key] ?? null;
        if (null !== $read && ReadingKind::Value === $read->kind && self::isOfOneMoment($read, $own)) {
            return $read->value - $this->halfWidth($read);
        }
        $expected = Expectation::at($this->testPoints[$key] ?? TestPoint::unprinted($place, MeterFunction::DcVolts), $this->contextOf($own));

        return null === $expected->obstacle && null !== $expected->window ? self::SAG_SHARE * $expected->window->low : null;
    }

    /** Only a value within its own error of nothing can be a dead zero; the neighbours of others need not be judged. */
    private function mayBeDeadZero(TakenReading $record): bool
    {
        if (ReadingKind::Value !== $record->kind && ReadingKind::Intermittent !== $record->kind) {
            return false; // a bound or an overload is no zero
        }
        $meter = $this->meters->find($record->meterId);
        foreach ([$record->value, ...$record->tapped] as $volts) {
            $error = $meter?->figure($record->function, $volts, $record->resolution, $record->entryId)->worstCase() ?? 0.0;
            if (abs($volts) <= max($error, $record->resolution / 2)) {
                return true;
            }
        }

        return false;
    }

    /** Whether something fed by the same node reads as it should (JUDGE-3). */
    private function hasHealthyNeighbour(TestPoint $point): bool
    {
        foreach ($this->testPoints as $other) {
            if (null === $point->fedBy || $other->fedBy !== $point->fedBy || $other->key() === $point->key()) {
                continue;
            }
            $verdict = $this->judge($other, new ComparisonReadings())->judgement?->verdict;
            if (Verdict::Within === $verdict || Verdict::Watch === $verdict) {
                return true;
            }
        }

        return false;
    }
}
