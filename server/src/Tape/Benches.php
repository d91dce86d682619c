<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Yew\Core\Codec\BadData;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\UnitState;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Station\Stations;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Entity\StoredProjection;
use Yew\Server\Tape\Entity\TapeEntry;

/** Keeps the folded state of each unit on a job, and makes it anew from the tape when asked. */
final class Benches
{
    /** Of the stored form: where it is another, the tape is folded anew. */
    private const FORM = 2;

    /** @var array<string, UnitState> folded in this request, by job and unit */
    private array $states = [];
    /** @var array<string, Bench> likewise, at the moment they were asked for */
    private array $benches = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly TapeReader $tape, private readonly EntryKinds $kinds, private readonly Stations $stations, private readonly UnitSources $sources, private readonly ClockInterface $clock)
    {
    }

    /** A unit as it is now. */
    public function of(JobUnit $unit): Bench
    {
        return $this->benches[self::key($unit)] ??= $this->at($unit, $this->state($unit), (float) $this->clock->now()->format('U.u'));
    }

    /** @param float $now seconds since the epoch */
    public function at(JobUnit $unit, UnitState $state, float $now): Bench
    {
        return new Bench($state, new StoredUnit($unit, $this->sources), $now);
    }

    public function state(JobUnit $unit): UnitState
    {
        return $this->states[self::key($unit)] ??= $this->read($unit) ?? $this->rebuilt($unit);
    }

    public function store(JobUnit $unit, UnitState $state): void
    {
        $this->states[self::key($unit)] = $state;
        unset($this->benches[self::key($unit)]);
        $document = ['form' => self::FORM, ...$state->toArray()];
        $stored = $this->stored($unit);
        if (null === $stored) {
            $this->em->persist(new StoredProjection($unit->job->id, $unit->unit->id, $document));
        } else {
            $stored->replace($document);
        }
    }

    /** The state folded from the tape alone; with $until, as it was at that moment. */
    public function rebuilt(JobUnit $unit, ?float $until = null): UnitState
    {
        $state = UnitState::start((float) $unit->job->bookedInAt->format('U.u'));
        $this->each($unit, $state, $until, static function (): void {
        });

        return $state;
    }

    /** @return array<string, float> how long the unit had been warm at each reading of the job, minutes by entry */
    public function warmMinutes(JobUnit $unit): array
    {
        $minutes = [];
        $state = UnitState::start((float) $unit->job->bookedInAt->format('U.u'));
        $this->each($unit, $state, null, static function (TapeEntry $entry) use (&$minutes, $state): void {
            if ('reading' === $entry->kind && null !== $state->warmSince) {
                $minutes[$entry->id] = max(0.0, ($entry->observedSeconds() - $state->warmSince) / 60);
            }
        });

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

    /** An entry of the tape as core folds it; of a kind or a payload that this version cannot read, what says nothing. */
    public function entry(TapeEntry $entry): Entry
    {
        try {
            $said = $this->kinds->find($entry->kind)?->kept($entry->payload);
        } catch (BadData|CannotRead|\ValueError) {
            $said = null;
        }

        return new Entry($entry->id, $said, $entry->observedSeconds(), $entry->receivedSeconds(), $entry->personId, $entry->judgement, null !== $entry->refusal);
    }

    /** @param \Closure(TapeEntry): void $seen after each entry was folded */
    private function each(JobUnit $unit, UnitState $state, ?float $until, \Closure $seen): void
    {
        $sheet = (new StoredUnit($unit, $this->sources))->sheet();
        $islands = Bench::islandIds($sheet);
        $entries = $this->tape->ofUnit($unit->job->id, $unit->unit->id);
        $withdrawn = self::withdrawn($entries);
        foreach ($entries as $entry) {
            if (null !== $until && $entry->observedSeconds() > $until) {
                break;
            }
            $state->apply($this->entry($entry), $islands, isset($withdrawn[$entry->id]) && true === $this->kinds->find($entry->kind)?->canBeTakenBack());
            $seen($entry);
        }
    }

    /**
     * @param list<TapeEntry> $entries
     *
     * @return array<string, true> ids of what a correction took back
     */
    private static function withdrawn(array $entries): array
    {
        $ids = [];
        foreach ($entries as $entry) {
            $corrects = 'correction' === $entry->kind && null === $entry->refusal ? $entry->payload['corrects'] ?? null : null;
            if (\is_string($corrects)) {
                $ids[$corrects] = true;
            }
        }

        return $ids;
    }

    private function read(JobUnit $unit): ?UnitState
    {
        $document = $this->stored($unit)?->document() ?? [];
        if (self::FORM !== ($document['form'] ?? null)) {
            return null;
        }
        try {
            return UnitState::fromArray($document, $this->stations->tests);
        } catch (BadData) {
            return null; // a test or a change that this version does not know: what can be read of the tape still counts
        }
    }

    private function stored(JobUnit $unit): ?StoredProjection
    {
        return $this->em->find(StoredProjection::class, ['jobId' => $unit->job->id, 'unitId' => $unit->unit->id]);
    }

    private static function key(JobUnit $unit): string
    {
        return $unit->job->id.$unit->unit->id;
    }
}
