<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\ObservedTime;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Entry;
use Yew\Core\Job\Entry\Correction;
use Yew\Core\Job\Entry\MeterSet;
use Yew\Core\Job\Entry\SheetChosen;
use Yew\Core\Job\Entry\ShelfMove;
use Yew\Core\Job\Entry\StopSeen;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\ShelfRules;
use Yew\Core\Job\ShelfState;
use Yew\Core\Job\Statement;
use Yew\Core\Job\UnitState;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Safety\Refusal;
use Yew\Server\Access\Role;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Instrument\Instruments;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Entity\TapeEntry;

/**
 * The only way onto the tape: checks, numbers, judges and stores one entry (contract §4).
 *
 * What arrives and does not fit is stored as refused, with the reason; what was typed is never dropped.
 */
final readonly class TapeDoor
{
    public function __construct(
        private EntityManagerInterface $em,
        private ClockInterface $clock,
        private PayloadSchemas $schemas,
        private TapeReader $tape,
        private Benches $benches,
        private EntryKinds $kinds,
        private Jobs $jobs,
        private Instruments $instruments,
    ) {
    }

    /**
     * Takes an entry that a client sent.
     *
     * @param array<mixed> $body {id, unitId?, kind, v, payload, device, counter, observedAt, sentAt?}
     * @param Role         $role of the person; a step up of one who may not write is kept as refused all the same, since it speaks against the proofs
     *
     * @return TapeEntry the entry as stored, or as it was stored before when the same body came twice
     *
     * @throws BadData when the body does not fit its schema
     * @throws Refused when the person may not write
     */
    public function take(Job $job, string $personId, array $body, Role $role): TapeEntry
    {
        $mayWrite = Role::Onlooker !== $role;
        $sentAt = $body['sentAt'] ?? null;
        unset($body['sentAt']); // another at each try: the entry is the same
        $fields = Fields::of($body);
        $id = strtolower($fields->string('id', 36));
        if (!Uuid::isValid($id)) {
            throw $fields->fault('id', 'a UUID belongs here');
        }
        $unitId = $fields->optionalString('unitId', 36);
        $kind = $fields->string('kind', 30);
        if (null === $unitId && true === $this->kinds->find($kind)?->ofOneUnit()) {
            throw $fields->fault('unitId', 'this is said of one unit');
        }
        $v = (int) $fields->number('v', 1, 99);
        $payload = Fields::named($fields->raw('payload'));
        $device = $fields->string('device', 60);
        $counter = (int) $fields->number('counter', 0, 9e15);
        if (str_starts_with($device, 'server:')) {
            throw $fields->fault('device', 'the server alone is called so');
        }
        $claimed = self::moment($fields->raw('observedAt')) ?? throw $fields->fault('observedAt', 'a moment such as 2026-01-31T14:05:00.123Z belongs here');
        if (null !== $sentAt) {
            $sentAt = self::moment($sentAt) ?? throw $fields->fault('sentAt', 'a moment such as 2026-01-31T14:05:00.123Z belongs here');
        }
        $fields->done();
        $to = $payload['to'] ?? null;
        if (!$mayWrite && !('state-change' === $kind && \is_string($to) && true === ChassisState::tryFrom($to)?->appliesPower())) {
            throw Refused::forbidden('You look on; nothing can be written.');
        }
        $this->schemas->checkFromClient($kind, $v, $payload);
        $hash = CanonicalJson::hash($body);

        return $this->em->wrapInTransaction(function () use ($job, $personId, $id, $unitId, $kind, $v, $payload, $device, $counter, $claimed, $sentAt, $hash, $mayWrite, $role): TapeEntry {
            $this->lock($job);
            $known = $this->tape->find($id);
            if (null !== $known) {
                return $known->bodyHash === $hash && $known->jobId === $job->id ? $known : throw Refused::conflict('An entry with this id is on the tape and says something else.');
            }
            $taken = $this->em->getRepository(TapeEntry::class)->findOneBy(['personId' => $personId, 'device' => $device, 'counter' => $counter]);
            if (null !== $taken) {
                throw Refused::conflict('This device has used that counter for another entry.');
            }
            $unit = null === $unitId ? null : ($job->unit($unitId) ?? throw Refused::notFound('unit on this job'));
            $received = $this->clock->now();
            $time = ObservedTime::of($claimed, $sentAt, (float) $received->format('U.u'), (float) $job->bookedInAt->format('U.u'), $this->tape->before($personId, $device, $counter));
            // What the server alone knows goes onto the entry: whether the device's clock was seen, and who goes through a gate.
            $payload += match ($kind) {
                'discharge-proof' => ['clockSeen' => $time->clockSeen],
                'state-change' => ['role' => $role->value],
                default => [],
            };
            $observed = Moment::at($time->at);

            return $this->append($job, $unit, $id, $kind, $v, $payload, $personId, $device, $counter, $observed, $received, $hash, $mayWrite ? null : new Refusal('permission'));
        });
    }

    /** @return float|null seconds since the epoch; null for what is no moment of this century */
    private static function moment(mixed $text): ?float
    {
        if (!\is_string($text) || 1 !== preg_match('/^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,6})?(Z|[+-]\d\d:\d\d)$/D', $text)) {
            return null;
        }
        try {
            return (float) (new \DateTimeImmutable($text))->format('U.u');
        } catch (\Exception) {
            return null;
        }
    }

    /**
     * Writes an entry that an act of the server's own brings with it: book-in, report issued.
     *
     * @param array<string, mixed> $payload
     */
    public function write(Job $job, string $personId, string $kind, array $payload, ?\DateTimeImmutable $at = null, ?JobUnit $unit = null): TapeEntry
    {
        $this->schemas->check($kind, 1, $payload);
        $this->lock($job);
        $id = Uuid::v7()->toRfc4122();
        $now = $this->clock->now();

        return $this->append($job, $unit, $id, $kind, 1, $payload, $personId, 'server:'.$id, 0, $at ?? $now, $now, CanonicalJson::hash($payload));
    }

    /**
     * A live sample that broke a stop rule, in the name of who armed the recording (contract §8).
     *
     * @param array<string, mixed> $payload of the kind `stop`
     *
     * @return TapeEntry|null null where the unit is stopped already, or the sample does not stop it as the unit is now
     */
    public function stop(Job $job, JobUnit $unit, string $personId, string $instrumentId, array $payload, \DateTimeImmutable $observed): ?TapeEntry
    {
        $this->schemas->check('stop', 1, $payload);

        return $this->em->wrapInTransaction(function () use ($job, $unit, $personId, $instrumentId, $payload, $observed): ?TapeEntry {
            $this->lock($job);
            $before = $this->benches->at($unit, $this->benches->state($unit), (float) $observed->format('U.u'));
            $seen = $this->kinds->find('stop')?->read($payload, $before);
            if (!$seen instanceof StopSeen || !$seen->stops($before)) {
                return null;
            }
            $device = 'meter:'.$instrumentId;
            $counter = $this->em->getConnection()->fetchOne('SELECT max(counter) FROM tape_entry WHERE person_id = ? AND device = ?', [$personId, $device]);

            return $this->append($job, $unit, Uuid::v7()->toRfc4122(), 'stop', 1, $payload, $personId, $device, (is_numeric($counter) ? (int) $counter : 0) + 1, $observed, $this->clock->now(), CanonicalJson::hash($payload));
        });
    }

    /** Two entries of one job, and two jobs of one unit, are numbered one after the other. */
    private function lock(Job $job): void
    {
        $connection = $this->em->getConnection();
        // While this request waited, another may have moved the job or chosen its sheet.
        $now = $connection->fetchAssociative('SELECT shelf_state, waits_for, shelf_since FROM job WHERE id = ? FOR UPDATE', [$job->id]);
        if (false !== $now && $now['shelf_state'] !== $job->shelfState()->value && \is_string($now['shelf_state']) && \is_string($now['waits_for'])) {
            $since = $connection->convertToPHPValue($now['shelf_since'], 'instant');
            $job->moveTo(ShelfState::from($now['shelf_state']), $now['waits_for'], $since instanceof \DateTimeImmutable ? $since : $job->shelfSince());
        }
        foreach ($job->units() as $unit) {
            $connection->fetchOne('SELECT 1 FROM unit WHERE id = ? FOR UPDATE', [$unit->unit->id]);
            $version = $connection->fetchOne('SELECT sheet_version_id FROM job_unit WHERE job_id = ? AND unit_id = ?', [$job->id, $unit->unit->id]);
            if (\is_string($version) && $version !== $unit->sheetVersionId()) {
                $unit->measureAgainst($version);
            }
        }
    }

    /**
     * @param array<string, mixed> $payload
     * @param Refusal|null         $refusal that is known already
     */
    private function append(Job $job, ?JobUnit $unit, string $id, string $kind, int $v, array $payload, string $personId, string $device, int $counter, \DateTimeImmutable $observed, \DateTimeImmutable $received, string $hash, ?Refusal $refusal = null): TapeEntry
    {
        $at = (float) $observed->format('U.u');
        $state = null === $unit ? null : $this->benches->state($unit);
        $late = null !== $state && $at < $state->lastObserved;
        $past = null !== $unit && $late ? $this->benches->past($unit, $observed) : $state;
        $then = null === $unit || null === $past ? null : $this->benches->at($unit, $past, $at);
        $known = $this->kinds->find($kind);
        $said = null;
        try {
            $said = null === $then ? $known?->kept($payload) : $known?->read($payload, $then);
            $unfit = match (true) {
                null === $known => new Refusal('unknown-kind', ['kind' => $kind]),
                null === $then => null,
                default => null === $said ? null : $then->refuses($said),
            };
        } catch (CannotRead $e) {
            $unfit = new Refusal('unreadable', ['sentence' => $e->getMessage()]);
        } catch (BadData $e) {
            $unfit = 'trial' === $kind ? new Refusal('unreadable', ['sentence' => ucfirst($e->sentence).'.']) : throw $e;
        }
        $refusal ??= $this->shut($job, $kind, $said) ?? $unfit ?? $this->instruments->refusal($said, $job, $unit);
        $payload = $said?->toArray() ?? $payload;
        $entry = new Entry($id, $said, $at, (float) $received->format('U.u'), $personId, null, null !== $refusal);
        $entry = null === $then || null === $said || null !== $refusal ? $entry : $entry->judged($said->judge($entry, $then, $then->with($entry)));
        $stored = new TapeEntry(
            $id, $job->id, $unit?->unit->id, $kind, $v, $payload, $then?->state->conditionsId, $then?->state->conditions->toArray(), $personId, $device, $counter, $observed, $received,
            null === $unit ? null : $this->next('unit_id', $unit->unit->id, 'unit_sequence'), $this->next('job_id', $job->id, 'job_sequence'), $entry->judgement, $refusal?->toArray(), $hash,
        );
        $this->em->persist($stored);
        if (null !== $unit) {
            $this->em->flush(); // a state folded from the tape must find this entry there
        }
        if (null === $refusal && null !== $said) {
            $this->actUpon($said, $stored, $job, $unit);
        }
        if (null !== $unit && null !== $past) {
            $this->benches->store($unit, $this->folded($unit, $past, $stored, $entry, $late));
        }
        $this->em->flush();

        return $stored;
    }

    /**
     * The state with the entry in: folded onto what was before it, with what was observed since, or from what it changes.
     *
     * @param UnitState $past as it was when the entry was observed
     */
    private function folded(JobUnit $unit, UnitState $past, TapeEntry $stored, Entry $entry, bool $late): UnitState
    {
        if (!$entry->isRefused && $entry->said instanceof SheetChosen) {
            return $this->benches->begunAnew($unit);
        }
        $takenBack = !$entry->isRefused && $entry->said instanceof Correction && null !== $entry->said->corrects ? $this->tape->find($entry->said->corrects) : null;
        if (null !== $takenBack) {
            return $this->benches->refolded($unit, TapePosition::of($late && $stored->observedAt < $takenBack->observedAt ? $stored : $takenBack));
        }
        $state = $past->after($entry, $this->benches->islands($unit));
        if ($late) {
            return $this->benches->continued($unit, $state, TapePosition::of($stored));
        }
        $this->benches->checkpoint($unit, $stored, $state);

        return $state;
    }

    /** What the whole job does not take: one that was collected is shut, and nothing leaves the bench live. */
    private function shut(Job $job, string $kind, ?Statement $said): ?Refusal
    {
        $elsewhere = function () use ($job): ?string {
            foreach ($job->units() as $unit) { // each is locked by now
                $tag = $this->jobs->openTagOf($unit->unit->id, $job->id);
                if (null !== $tag) {
                    return $tag;
                }
            }

            return null;
        };

        return ShelfRules::refusal(
            $kind, $said, $job->shelfState(), $job->tag, $said instanceof ShelfMove ? array_map(fn (JobUnit $u): ChassisState => $this->benches->state($u)->chassis->state, $job->units()) : [], $elsewhere,
        );
    }

    private function actUpon(Statement $said, TapeEntry $entry, Job $job, ?JobUnit $unit): void
    {
        if ($said instanceof SheetChosen) {
            $unit?->measureAgainst($said->versionId);
        }
        if ($said instanceof MeterSet && null !== $unit) {
            $this->instruments->follow($said, $entry->personId, $job, $unit, $entry->receivedAt);
        }
        if ($said instanceof ShelfMove) {
            $until = null === $said->until ? null : self::moment($said->until);
            $job->moveTo($said->to, $said->waitsFor, $entry->observedAt, null === $until ? null : Moment::at($until));
        }
    }

    private function next(string $column, string $id, string $sequence): int
    {
        $highest = $this->em->getConnection()->fetchOne(\sprintf('SELECT max(%s) FROM tape_entry WHERE %s = ?', $sequence, $column), [$id]);

        return (is_numeric($highest) ? (int) $highest : 0) + 1;
    }
}
