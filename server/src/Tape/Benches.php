<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Entry\AsFitted;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\UnitState;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Station\Stations;
use Yew\Core\Test\TestCatalogue;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Tape\Entity\StoredProjection;
use Yew\Server\Tape\Entity\TapeEntry;

/** Keeps the folded state of each unit on a job, and makes it anew from the tape when asked. */
final class Benches implements ResetInterface
{
    /** Of the stored form: where it is another, the tape is folded anew. */
    public const FORM = 8;

    /** @var array<string, UnitState> folded in this request, by job and unit */
    private array $states = [];
    /** @var array<string, Bench> likewise, at the moment they were asked for */
    private array $benches = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly TapeReader $tape, private readonly EntryKinds $kinds, private readonly Stations $stations, private readonly UnitSources $sources, private readonly Checkpoints $checkpoints, private readonly ClockInterface $clock)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->states = $this->benches = [];
    }

    /** A unit as it is now. */
    public function of(JobUnit $unit): Bench
    {
        return $this->benches[self::key($unit)] ??= $this->at($unit, $this->state($unit), (float) $this->clock->now()->format('U.u'));
    }

    /** @param float $now seconds since the epoch */
    public function at(JobUnit $unit, UnitState $state, float $now): Bench
    {
        return new Bench($state, new StoredUnit($unit, $this->sources, $this->state(...)), $now);
    }

    /** @return non-empty-list<string> ids of every charge island that the unit's sheet knows */
    public function islands(JobUnit $unit): array
    {
        $version = $unit->sheetVersionId();

        return Bench::islandIds(null === $version ? null : $this->sources->sheets->decoded($version));
    }

    public function state(JobUnit $unit): UnitState
    {
        return $this->states[self::key($unit)] ??= $this->read($unit) ?? $this->rebuilt($unit);
    }

    public function store(JobUnit $unit, UnitState $state): void
    {
        $this->states[self::key($unit)] = $state;
        unset($this->benches[self::key($unit)]);
        $document = self::encoded($state);
        $stored = $this->stored($unit);
        if (null === $stored) {
            $this->em->persist(new StoredProjection($unit->job->id, $unit->unit->id, $document));
        } else {
            $stored->replace($document);
        }
    }

    /** The state folded from the whole tape, from its beginning. */
    public function rebuilt(JobUnit $unit): UnitState
    {
        return $this->folded($unit, self::begun($unit), null);
    }

    /** The state as it was at a moment, from the last checkpoint before it. Call it while the unit is locked: it keeps others on the way. */
    public function past(JobUnit $unit, \DateTimeImmutable $at): UnitState
    {
        $checkpoint = $this->checkpoints->before($unit, TapePosition::after($at));

        return $this->folded($unit, $checkpoint->state ?? self::begun($unit), $checkpoint?->position, $at, keeps: true);
    }

    /**
     * The state now, after something came to lie at a position of the tape, or what lay there no longer counts. Call it while the unit is
     * locked, and with the tape flushed.
     */
    public function refolded(JobUnit $unit, TapePosition $from): UnitState
    {
        $this->checkpoints->drop($unit, $from);
        $checkpoint = $this->checkpoints->before($unit, $from);

        return $this->folded($unit, $checkpoint->state ?? self::begun($unit), $checkpoint?->position, keeps: true);
    }

    /**
     * The state now, from the state just after an entry that came late. Call it as refolded().
     *
     * @param UnitState $past with the entry folded in
     */
    public function continued(JobUnit $unit, UnitState $past, TapePosition $from): UnitState
    {
        $this->checkpoints->drop($unit, $from);

        return $this->folded($unit, $past, $from, keeps: true);
    }

    /** The state now, folded from the beginning because the sheet is another. Call it as refolded(). */
    public function begunAnew(JobUnit $unit): UnitState
    {
        $this->checkpoints->dropAll($unit);

        return $this->folded($unit, self::begun($unit), null, keeps: true);
    }

    /** Keeps a checkpoint where one belongs after the newest entry. */
    public function checkpoint(JobUnit $unit, TapeEntry $entry, UnitState $state): void
    {
        $this->checkpoints->keep($unit, TapeRow::of($entry), $state, $entry->unitSequence ?? 0);
    }

    /** @return array<string, mixed> a state as the database keeps it */
    public static function encoded(UnitState $state): array
    {
        return ['form' => self::FORM, ...$state->toArray()];
    }

    /**
     * @param array<mixed> $document as encoded() gave it
     *
     * @return UnitState|null null where another version of the application kept it
     *
     * @throws BadData when it names a test that no station has
     */
    public static function decoded(array $document, TestCatalogue $tests): ?UnitState
    {
        return self::FORM === ($document['form'] ?? null) ? UnitState::fromArray(Fields::named($document), $tests) : null;
    }

    /** @return array<string, float> how long the unit had been warm at each reading of the job, minutes by entry */
    public function warmMinutes(JobUnit $unit): array
    {
        $minutes = [];
        $this->folded($unit, self::begun($unit), null, seen: static function (TapeRow $entry, UnitState $state) use (&$minutes): void {
            if ('reading' === $entry->kind && null !== $state->warmSince) {
                $minutes[$entry->id] = max(0.0, ($entry->observedSeconds() - $state->warmSince) / 60);
            }
        });

        return $minutes;
    }

    /**
     * What was done to the unit, as it was typed; what was found, refused or taken back is none of it.
     *
     * @return list<array{at: \DateTimeImmutable, text: string}> the earliest first
     */
    public function changes(JobUnit $unit): array
    {
        $withdrawn = $this->tape->withdrawn($unit->job->id, $unit->unit->id);
        $done = array_filter($this->tape->ofUnit($unit->job->id, $unit->unit->id), function (TapeRow $e) use ($withdrawn): bool {
            $said = 'as-fitted' === $e->kind && !$e->isRefused && !isset($withdrawn[$e->id]) ? $this->entry($e)->said : null;

            return $said instanceof AsFitted && false === $said->change?->found;
        });

        return array_map(static fn (TapeRow $e): array => ['at' => $e->position->observedAt, 'text' => \is_string($e->payload['text'] ?? null) ? $e->payload['text'] : ''], array_values($done));
    }

    /** The bench as it stood just before a moment, from the tape; nothing is kept of it. */
    public function before(JobUnit $unit, \DateTimeImmutable $at): Bench
    {
        return $this->at($unit, $this->folded($unit, self::begun($unit), null, $at->modify('-1 microsecond')), (float) $at->format('U.u'));
    }

    /** Makes every stored projection of a job anew. */
    public function rebuild(Job $job): void
    {
        foreach ($job->units() as $unit) {
            $this->store($unit, $this->begunAnew($unit));
        }
        $this->em->flush();
    }

    /** An entry of the tape as core folds it; of a kind or a payload that this version cannot read, what says nothing. */
    private function entry(TapeRow $entry): Entry
    {
        try {
            $said = $this->kinds->find($entry->kind)?->kept($entry->payload);
        } catch (BadData|CannotRead|\ValueError) {
            $said = null;
        }

        return new Entry($entry->id, $said, $entry->observedSeconds(), $entry->receivedAt, $entry->personId, $entry->judgement, $entry->isRefused);
    }

    /**
     * A state with the entries of the tape folded in that lie behind a position, up to a moment.
     *
     * @param bool                                      $keeps checkpoints on the way
     * @param (\Closure(TapeRow, UnitState): void)|null $seen  after each entry
     */
    private function folded(JobUnit $unit, UnitState $state, ?TapePosition $from, ?\DateTimeImmutable $until = null, bool $keeps = false, ?\Closure $seen = null): UnitState
    {
        $islands = $this->islands($unit);
        $withdrawn = $this->tape->withdrawn($unit->job->id, $unit->unit->id);
        $entries = $this->tape->ofUnit($unit->job->id, $unit->unit->id, $from, $until);
        $newest = max([0, ...array_map(static fn (TapeRow $e): int => $e->unitSequence, $entries)]);
        foreach ($entries as $entry) {
            $state->apply($this->entry($entry), $islands, isset($withdrawn[$entry->id]) && true === $this->kinds->find($entry->kind)?->canBeTakenBack());
            if ($keeps) {
                $this->checkpoints->keep($unit, $entry, $state, $newest);
            }
            if (null !== $seen) {
                $seen($entry, $state);
            }
        }

        return $state;
    }

    /** Nothing is on the tape yet. */
    private static function begun(JobUnit $unit): UnitState
    {
        return UnitState::start((float) $unit->job->bookedInAt->format('U.u'));
    }

    private function read(JobUnit $unit): ?UnitState
    {
        try {
            return self::decoded($this->stored($unit)?->document() ?? [], $this->stations->tests);
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
