<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Bench\Conditions;
use Yew\Core\Circuit\Forecast;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetModel;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Circuit\Forecasts;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shop\Meters;
use Yew\Server\Tape\Entity\StoredProjection;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Tape\Projection\JudgedBench;

/** Keeps the folded state of each unit on a job, and makes it anew from the tape when asked. */
final readonly class Projections
{
    /** Without a sheet the whole chassis is one bank. */
    public const WHOLE_CHASSIS = 'all';

    public function __construct(private EntityManagerInterface $em, private TapeReader $tape, private SheetShelf $sheets, private Meters $meters, private Forecasts $forecasts, private TubeCatalogue $tubes, private ClockInterface $clock)
    {
    }

    public function of(JobUnit $unit): BenchFold
    {
        $stored = $this->stored($unit);

        return null === $stored ? $this->rebuilt($unit) : BenchFold::fromArray($stored->document());
    }

    public function store(JobUnit $unit, BenchFold $fold): void
    {
        $stored = $this->stored($unit);
        if (null === $stored) {
            $this->em->persist(new StoredProjection($unit->job->id, $unit->unit->id, $fold->toArray()));
        } else {
            $stored->replace($fold->toArray());
        }
    }

    /** The state folded from the tape alone; with $until, as it was at that moment. */
    public function rebuilt(JobUnit $unit, ?float $until = null): BenchFold
    {
        $fold = BenchFold::start((float) $unit->job->bookedInAt->format('U.u'));
        $islands = $this->islands($unit);
        $entries = $this->tape->ofUnit($unit->job->id, $unit->unit->id);
        $withdrawn = self::withdrawn($entries);
        foreach ($entries as $entry) {
            if (null !== $until && $entry->observedSeconds() > $until) {
                break;
            }
            $fold->apply($entry, $islands, $withdrawn);
        }

        return $fold;
    }

    /** @return array<string, float> how long the unit had been warm at each reading of the job, minutes by entry */
    public function warmMinutes(JobUnit $unit): array
    {
        $fold = BenchFold::start((float) $unit->job->bookedInAt->format('U.u'));
        $islands = $this->islands($unit);
        $minutes = [];
        foreach ($this->tape->ofUnit($unit->job->id, $unit->unit->id) as $entry) {
            $fold->apply($entry, $islands);
            if ('reading' === $entry->kind && null !== $fold->warmSince) {
                $minutes[$entry->id] = max(0.0, ($entry->observedSeconds() - $fold->warmSince) / 60);
            }
        }

        return $minutes;
    }

    /** Makes every stored projection of a job anew. */
    public function rebuild(Job $job): void
    {
        foreach ($job->units() as $unit) {
            $this->store($unit, $this->rebuilt($unit));
        }
        $this->em->flush();
    }

    public function judged(JobUnit $unit, BenchFold $fold, ?float $now = null): JudgedBench
    {
        $now ??= (float) $this->clock->now()->format('U.u');
        $current = clone $fold;
        $current->chassis = $fold->chassis->at($now, $this->islands($unit));

        $sheet = $this->sheet($unit);
        $carried = $this->carried($unit);

        return new JudgedBench($current, null === $sheet ? null : $carried->with(...$fold->fitted->all)->onSheet($sheet), $unit->unit->wiredForVolts, $this->meters, $now, $this->tape->lastVisit($unit->unit->id, $unit->job->id), $carried, $this->forecaster($unit));
    }

    /** What earlier jobs changed on the unit. */
    private function carried(JobUnit $unit): FittedChanges
    {
        return $this->tape->fittedBefore($unit->unit->id, $unit->job->id, $unit->job->bookedInAt);
    }

    /** The circuit of the unit's sheet, at work; null where it has none. */
    public function model(JobUnit $unit): ?SheetModel
    {
        $sheet = $this->sheet($unit);

        return null === $sheet ? null : SheetModel::of($sheet, $this->tubes);
    }

    /** @return (\Closure(Conditions, FittedChanges): ?Forecast)|null what the sheet's circuit makes of conditions and changes */
    private function forecaster(JobUnit $unit): ?\Closure
    {
        $version = $unit->sheetVersionId();

        return null === $version ? null : fn (Conditions $conditions, FittedChanges $fitted): ?Forecast => $this->forecasts->of($version, $conditions, $fitted, $unit->unit->wiredForVolts);
    }

    public function sheet(JobUnit $unit): ?Sheet
    {
        $version = $unit->sheetVersionId();

        return null === $version ? null : $this->sheets->decoded($version);
    }

    /** @return non-empty-list<string> ids of the unit's charge islands */
    public function islands(JobUnit $unit): array
    {
        $islands = $this->sheet($unit)?->islandIds() ?? [];

        return [] === $islands ? [self::WHOLE_CHASSIS] : $islands;
    }

    /**
     * @param list<TapeEntry> $entries
     *
     * @return list<string> ids of readings that a correction took back
     */
    private static function withdrawn(array $entries): array
    {
        $ids = [];
        foreach ($entries as $entry) {
            $corrects = 'correction' === $entry->kind && null === $entry->refusal ? $entry->payload['corrects'] ?? null : null;
            if (\is_string($corrects)) {
                $ids[] = $corrects;
            }
        }

        return $ids;
    }

    private function stored(JobUnit $unit): ?StoredProjection
    {
        return $this->em->find(StoredProjection::class, ['jobId' => $unit->job->id, 'unitId' => $unit->unit->id]);
    }
}
