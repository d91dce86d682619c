<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\Meters;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\TestPoint;

/** What lies around a reading and bears on it: its sister, the other unit, its return, the other electrode, the supply, healthy neighbours. */
final readonly class Surroundings
{
    /** Reasons of a reading that found nothing where something belongs: the next one there confirms it or clears it (JUDGE-3). */
    private const ZEROS = ['dead-zero', 'zero', 'bias-lost', 'bias-lost-probe-again'];
    /** What is left at a plate of what a healthy one has there, where a tube pulls its supply down: more than any common supply sags (our choice). */
    private const SAG_SHARE = 0.9;

    /**
     * @param array<string, float>                   $lastVisit  volts by point key, from the unit's earlier jobs
     * @param list<SisterUnit>                       $sisters    the other units on the job that are drawn alike
     * @param (\Closure(): ?OutputTubes)|null        $outputs    asked for where a current of a tube is judged
     * @param array<string, TakenReading>            $records    latest by point key
     * @param array<string, TestPoint>               $testPoints by point key
     * @param \Closure(TakenReading): ReadingContext $contexts   under what a reading was taken
     * @param \Closure(TestPoint): ?Verdict          $alone      what a point says by itself
     */
    public function __construct(
        private ReadingLog $log,
        private ?Sheet $sheet,
        private ?float $wiredFor,
        private Meters $meters,
        private array $lastVisit,
        private array $sisters,
        private ?\Closure $outputs,
        private array $records,
        private array $testPoints,
        private \Closure $contexts,
        private \Closure $alone,
    ) {
    }

    /** What bears on the newest reading of a point, or on the next where none was taken yet. */
    public function of(TestPoint $point): ComparisonReadings
    {
        $key = $point->key();
        $own = $this->records[$key] ?? null;
        $healthy = null !== $own && $this->mayBeDeadZero($own) && $this->hasHealthyNeighbour($point);
        $earlier = $this->log->readings[$key] ?? [];
        $before = $earlier[\count($earlier) - 2] ?? null;
        $reason = $before->then['reasonCode'] ?? null;
        $sister = $this->sheet?->sisterOf($point);

        return new ComparisonReadings($sister, $this->sisterVolts($sister, $point->function, $own), $this->lastVisit[$key] ?? null, $healthy, \in_array($reason, self::ZEROS, true), $this->returnOf($point, $own), $this->otherUnit($key, $own), $this->otherElectrode($point, $own), $this->outputTube($point, $own), $this->supplyShare($own), $this->biasShare($own));
    }

    /** What the place's sister on this unit read, at the mains of the reading here. */
    private function sisterVolts(?string $place, MeterFunction $function, ?TakenReading $own): ?float
    {
        $sister = null === $place ? null : $this->records[TestPoint::keyOf($place, $function)] ?? null;
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
        return $this->meters->find($reading->meterId)?->figure($reading->function, $reading->value, $reading->resolution, $reading->entryId)->halfWidth95() ?? 0.0;
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
        $expected = Expectation::at($this->testPoints[$key] ?? TestPoint::unprinted($place, MeterFunction::DcVolts), ($this->contexts)($own));

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
            $verdict = ($this->alone)($other);
            if (Verdict::Within === $verdict || Verdict::Watch === $verdict) {
                return true;
            }
        }

        return false;
    }
}
