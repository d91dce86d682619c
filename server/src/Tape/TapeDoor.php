<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\Verdict;
use Yew\Core\Version;
use Yew\Server\Cold\ColdStations;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\ShelfState;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\Projection\BenchFold;
use Yew\Server\Tape\Projection\ColdFold;

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
        private Projections $projections,
        private Fitting $fitting,
        private SheetShelf $sheets,
        private ColdStations $stations,
    ) {
    }

    /**
     * Takes an entry that a client sent.
     *
     * @param array<mixed> $body {id, unitId?, kind, v, payload, device, counter, observedAt}
     *
     * @return TapeEntry the entry as stored, or as it was stored before when the same body came twice
     *
     * @throws BadData when the body does not fit its schema
     */
    public function take(Job $job, string $personId, array $body): TapeEntry
    {
        $fields = Fields::of($body);
        $id = strtolower($fields->string('id', 36));
        if (!Uuid::isValid($id)) {
            throw $fields->fault('id', 'a UUID belongs here');
        }
        $unitId = $fields->optionalString('unitId', 36);
        $kind = $fields->string('kind', 30);
        if (null === $unitId && \in_array($kind, PayloadSchemas::OF_ONE_UNIT, true)) {
            throw $fields->fault('unitId', 'this is said of one unit');
        }
        $v = (int) $fields->number('v', 1, 99);
        $payload = BenchFold::named($fields->raw('payload'));
        $device = $fields->string('device', 60);
        $counter = (int) $fields->number('counter', 0, 9e15);
        try {
            $observed = new \DateTimeImmutable($fields->string('observedAt', 40));
        } catch (\Exception) {
            throw $fields->fault('observedAt', 'a moment such as 2026-01-31T14:05:00.123Z belongs here');
        }
        $fields->done();
        $this->schemas->checkFromClient($kind, $v, $payload);
        $hash = CanonicalJson::hash($body);

        return $this->em->wrapInTransaction(function () use ($job, $personId, $id, $unitId, $kind, $v, $payload, $device, $counter, $observed, $hash): TapeEntry {
            $this->lock($job);
            $known = $this->tape->find($id);
            if (null !== $known) {
                return $known->bodyHash === $hash && $known->jobId === $job->id ? $known : throw Refused::conflict('An entry with this id is on the tape and says something else.');
            }
            $taken = $this->em->getRepository(TapeEntry::class)->findOneBy(['device' => $device, 'counter' => $counter]);
            if (null !== $taken) {
                throw Refused::conflict('This device has used that counter for another entry.');
            }
            $unit = null === $unitId ? null : ($job->unit($unitId) ?? throw Refused::notFound('unit on this job'));
            $received = $this->clock->now();
            $latest = $received->modify('+2 minutes');

            return $this->append($job, $unit, $id, $kind, $v, $payload, $personId, $device, $counter, min($observed, $latest), $received, $hash);
        });
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

    /** Two entries of one job, and two jobs of one unit, are numbered one after the other. */
    private function lock(Job $job): void
    {
        $connection = $this->em->getConnection();
        $connection->fetchOne('SELECT 1 FROM job WHERE id = ? FOR UPDATE', [$job->id]);
        foreach ($job->units() as $unit) {
            $connection->fetchOne('SELECT 1 FROM unit WHERE id = ? FOR UPDATE', [$unit->unit->id]);
        }
    }

    /** @param array<string, mixed> $payload */
    private function append(Job $job, ?JobUnit $unit, string $id, string $kind, int $v, array $payload, string $personId, string $device, int $counter, \DateTimeImmutable $observed, \DateTimeImmutable $received, string $hash): TapeEntry
    {
        $at = (float) $observed->format('U.u');
        $fold = null === $unit ? null : $this->projections->of($unit);
        $late = null !== $fold && $at < $fold->lastObserved;
        $then = null === $unit || null === $fold ? null : ($late ? $this->projections->rebuilt($unit, $at) : $fold);
        $islands = null === $unit ? [] : $this->projections->islands($unit);
        $refusal = null;
        if (null !== $unit && null !== $then) {
            $then->chassis = $then->chassis->at($at, $islands);
            try {
                if ('as-fitted' === $kind) {
                    [$payload, $refusal] = $this->fitting->change($payload, $then->chassis->state, $this->projections->model($unit));
                } else {
                    $payload = $this->fitting->read($kind, $payload, $then);
                    $refusal = $this->fitting->refusal($kind, $payload, $then, $islands) ?? $this->correctsNothing($kind, $payload, $job);
                }
            } catch (CannotRead $e) {
                $refusal = ['code' => 'unreadable', 'figures' => ['sentence' => $e->getMessage()]];
            } catch (BadData $e) {
                if ('trial' !== $kind) {
                    throw $e;
                }
                $refusal = ['code' => 'unreadable', 'figures' => ['sentence' => ucfirst($e->sentence).'.']];
            }
            $payload = 'sheet-chosen' === $kind ? $this->withLostPlaces($payload, $then) : $payload;
        }
        $unitSequence = null === $unit ? null : $this->next('unit_id', $unit->unit->id, 'unit_sequence');
        $jobSequence = $this->next('job_id', $job->id, 'job_sequence');
        $make = static fn (?array $judgement): TapeEntry => new TapeEntry(
            $id, $job->id, $unit?->unit->id, $kind, $v, $payload, $then?->conditionsId, $then?->conditions->toArray(), $personId, $device, $counter, $observed, $received,
            $unitSequence, $jobSequence,
            null === $judgement ? null : BenchFold::named($judgement), $refusal, $hash,
        );
        $judgement = null === $unit || null === $then || null !== $refusal ? null : $this->judgement($make(null), $unit, $then, $islands, $at);
        $entry = $make($judgement);
        $this->em->persist($entry);
        if ($late || 'reading' !== $kind) {
            $this->em->flush(); // a state folded from the tape must find this entry there
        }
        if (null === $refusal) {
            $this->actUpon($entry, $job, $unit);
        }
        if (null !== $unit && null !== $fold) {
            if ($late || (null === $refusal && \in_array($kind, ['sheet-chosen', 'correction'], true))) {
                $fold = $this->projections->rebuilt($unit);
            } else {
                $fold->apply($entry, $islands);
            }
            $this->projections->store($unit, $fold);
        }
        $this->em->flush();

        return $entry;
    }

    /**
     * The judgement as given then: readings by core, discharge proofs by SAFE-2.
     *
     * @param list<string> $islands
     *
     * @return array<string, mixed>|null
     */
    private function judgement(TapeEntry $entry, JobUnit $unit, BenchFold $before, array $islands, float $at): ?array
    {
        if ('discharge-proof' === $entry->kind) {
            return $this->proofJudgement($entry, $unit);
        }
        if ('reading' !== $entry->kind && 'trial' !== $entry->kind) {
            return null;
        }
        $after = clone $before;
        $after->apply($entry, $islands);
        if ('trial' === $entry->kind) {
            $trial = ColdFold::trial($entry->payload);

            return $this->stations->judgement($unit, $before, $after, $trial->kind, $trial->part);
        }
        $record = $after->find($entry->id);
        $point = null === $record ? null : $this->projections->judged($unit, $after, $at)->point($record->key());
        if (null === $point || null === $point->judgement) {
            return null;
        }
        $slip = null === $point->judgement->volts || isset($entry->payload['slipAnswer']) ? null : Slips::suspect($point->expected, $point->judgement->volts);

        return [...$point->judgement->toArray(), 'slip' => $slip];
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null a refusal when an acceptance or a correction points at no reading of this job
     */
    private function correctsNothing(string $kind, array $payload, Job $job): ?array
    {
        $id = match ($kind) {
            'accept' => $payload['reading'] ?? null,
            'correction' => $payload['corrects'] ?? null,
            default => null,
        };
        $reading = \is_string($id) ? $this->tape->find($id) : null;
        $kinds = 'correction' === $kind ? ['reading', 'trial', 'finding', 'left-alone'] : ['reading'];
        $fits = null === $id || (null !== $reading && \in_array($reading->kind, $kinds, true) && $reading->jobId === $job->id && null === $reading->refusal);

        return $fits ? null : ['code' => 'nothing-to-correct', 'figures' => []];
    }

    /** @return array<string, mixed> */
    private function proofJudgement(TapeEntry $entry, JobUnit $unit): array
    {
        $volts = is_numeric($entry->payload['value'] ?? null) ? abs((float) $entry->payload['value']) : 0.0;
        [$verdict, $code] = match (true) {
            $volts < SafetyFigures::HANDS_IN_VOLTS => [Verdict::Within, 'proved-discharged'],
            $volts < SafetyFigures::TOUCH_VOLTS => [Verdict::Watch, 'low-not-dead'],
            default => [Verdict::Danger, 'still-charged'],
        };
        $island = \is_string($entry->payload['island'] ?? null) ? $entry->payload['island'] : '';

        return ['verdict' => $verdict->value, 'marks' => [], 'reasonCode' => $code, 'figures' => ['islandName' => $this->projections->sheet($unit)?->island($island)->name ?? 'the chassis'], 'volts' => $volts, 'coreVersion' => Version::CORE];
    }

    private function actUpon(TapeEntry $entry, Job $job, ?JobUnit $unit): void
    {
        if ('sheet-chosen' === $entry->kind && null !== $unit && \is_string($entry->payload['sheetVersionId'] ?? null)) {
            $unit->measureAgainst($entry->payload['sheetVersionId']);
        }
        if ('shelf-move' === $entry->kind && \is_string($entry->payload['to'] ?? null)) {
            $waitsFor = $entry->payload['waitsFor'] ?? '';
            $job->moveTo(ShelfState::from($entry->payload['to']), \is_string($waitsFor) ? $waitsFor : '', $entry->observedAt);
        }
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array<string, mixed>
     */
    private function withLostPlaces(array $payload, BenchFold $fold): array
    {
        $version = $payload['sheetVersionId'] ?? null;
        $sheet = \is_string($version) ? $this->sheets->decoded($version) : null;
        $lost = [];
        foreach (array_keys($fold->readings) as $key) {
            $latest = $fold->latest($key);
            if (null !== $latest && null === $sheet?->point($latest->place, $latest->function)) {
                $lost[] = $latest->place;
            }
        }

        return [...$payload, 'lostPlaces' => array_values(array_unique($lost))];
    }

    private function next(string $column, string $id, string $sequence): int
    {
        $highest = $this->em->getConnection()->fetchOne(\sprintf('SELECT max(%s) FROM tape_entry WHERE %s = ?', $sequence, $column), [$id]);

        return (is_numeric($highest) ? (int) $highest : 0) + 1;
    }
}
