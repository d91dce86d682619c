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
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Sheet\TubePosition;

/** Every point of a unit with its latest reading judged by today's knowledge: sheet, neighbours, corrected conditions. */
final class JudgedBench
{
    /** @var array<string, TestPoint> by point key, in probing order */
    private readonly array $testPoints;
    /** @var array<string, JudgedPoint> those judged so far, by point key */
    private array $judged = [];
    private readonly Surroundings $around;
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
        array $lastVisit,
        private readonly FittedChanges $carried = new FittedChanges(),
        private readonly ?\Closure $forecaster = null,
        array $sisters = [],
        ?\Closure $outputs = null,
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
        $this->around = new Surroundings($log, $sheet, $wiredFor, $meters, $lastVisit, $sisters, $outputs, $records, $points, $this->contextOf(...), fn (TestPoint $p): ?Verdict => $this->judge($p, new ComparisonReadings())->judgement?->verdict);
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

    /** @return list<TubeSwap> tubes that changed places, and those whose changing places would tell something (JUDGE-6) */
    public function swaps(): array
    {
        return TubeSwap::all($this, $this->log, $this->points());
    }

    /** The type that stands at a position; null where nobody knows. */
    public function standing(string $position): ?string
    {
        return $this->log->conditions->tubesFitted()[$position] ?? ($this->fitted()->tubes(array_map(static fn (TubePosition $t): string => $t->type, $this->sheet->tubes ?? []))[$position] ?? null)?->type;
    }

    /**
     * How a point moved since warm-up began, by what was typed and by what a meter kept.
     *
     * @param \Closure(string, float, float): list<array{float, float}> $recorded DC volts kept at a place between two moments: seconds since the first, and V
     */
    public function drift(string $key, \Closure $recorded): Drift
    {
        $since = $this->log->warmSince;
        if (null === $since) {
            return Drift::of([]);
        }
        $held = array_filter($this->log->readings[$key] ?? [], fn (TakenReading $r): bool => ReadingKind::Value === $r->kind && $r->observedAt >= $since && null === Overtaken::of($r, $this->log));
        $typed = array_map(static fn (TakenReading $r): array => [$r->observedAt - $since, $r->value], array_values($held));
        $point = $this->testPoints[$key] ?? null;

        return Drift::of([...$typed, ...(MeterFunction::DcVolts === $point?->function ? $recorded($point->place, $since, $this->log->now) : [])]);
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
        return $this->judged[$point->key()] ??= $this->judge($point, $this->around->of($point));
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

        return new JudgedPoint($point, Expectation::at($point, $context), $judgement, \in_array(Mark::Stale, $judgement->marks, true) ? null : $figure, $record === $newest ? null : $judgements[\count($judgements) - 1], null === Overtaken::of($newest, $this->log) ? null : Expectation::at($point, $this->contextNow()), Beside::all($point, $judgement, $near));
    }

    /** What one reading says by itself, whatever else was read at its place. */
    public function ofEntry(TakenReading $record): Judgement
    {
        $point = $this->pointOf($record);

        return $this->marked(Judge::judge($point, $record->typed(), $this->contextOf($record), $this->around->of($point)), $record);
    }

    /** What a value would say by itself if the meter in hand showed it here now. */
    public function foreseen(TestPoint $point, float $value): Judgement
    {
        $near = $this->foreseenNear[$point->key()] ??= $this->around->of($point);

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

    /**
     * Why a reading does not stand for good: what changed since it was taken, else why it was only for the time being (JUDGE-7a).
     *
     * @return list<array{string, array<string, mixed>}> codes with their figures
     */
    public function asksAgain(TakenReading $record): array
    {
        return Overtaken::of($record, $this->log)?->told() ?? Provisional::because($this->contextOf($record));
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

    /** Under what one reading was taken. */
    public function contextOf(TakenReading $record): ReadingContext
    {
        return $this->contexts[$record->entryId] ??= new ReadingContext($this->sheet, $record->conditions, $this->meters->find($record->meterId), $record->state, $record->warmMinutes, $this->wiredFor, $this->forecastThen($record), $this->meters->find($record->conditions->meterId()));
    }

    private function marked(Judgement $judgement, TakenReading $record): Judgement
    {
        $judgement = null === Overtaken::of($record, $this->log) ? $judgement : $judgement->marked(Mark::Stale);

        return null === $record->accepted ? $judgement : $judgement->marked(Mark::Accepted);
    }
}
