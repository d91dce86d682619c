<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\ObservedTime;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Reading\Slips;
use Yew\Core\Reading\Verdict;
use Yew\Core\Safety\Hazard;
use Yew\Core\Version;
use Yew\Server\Cold\ColdStations;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
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
        private StandingHazards $hazards,
        private Jobs $jobs,
    ) {
    }

    /**
     * Takes an entry that a client sent.
     *
     * @param array<mixed> $body     {id, unitId?, kind, v, payload, device, counter, observedAt, sentAt?}
     * @param bool         $mayWrite whether the person's role may; a step up is kept as refused all the same, since it speaks against the proofs
     *
     * @return TapeEntry the entry as stored, or as it was stored before when the same body came twice
     *
     * @throws BadData when the body does not fit its schema
     * @throws Refused when the person may not write
     */
    public function take(Job $job, string $personId, array $body, bool $mayWrite = true): TapeEntry
    {
        $sentAt = $body['sentAt'] ?? null;
        unset($body['sentAt']); // another at each try: the entry is the same
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

        return $this->em->wrapInTransaction(function () use ($job, $personId, $id, $unitId, $kind, $v, $payload, $device, $counter, $claimed, $sentAt, $hash, $mayWrite): TapeEntry {
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
            $payload = 'discharge-proof' === $kind ? [...$payload, 'clockSeen' => $time->clockSeen] : $payload;
            $observed = self::instant($time->at);

            return $this->append($job, $unit, $id, $kind, $v, $payload, $personId, $device, $counter, $observed, $received, $hash, $mayWrite ? null : ['code' => 'permission', 'figures' => []]);
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

    private static function instant(float $seconds): \DateTimeImmutable
    {
        return new \DateTimeImmutable('@'.\sprintf('%.6F', $seconds));
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
     * @param array<string, mixed>                                    $payload
     * @param array{code: string, figures: array<string, mixed>}|null $refusal that is known already
     */
    private function append(Job $job, ?JobUnit $unit, string $id, string $kind, int $v, array $payload, string $personId, string $device, int $counter, \DateTimeImmutable $observed, \DateTimeImmutable $received, string $hash, ?array $refusal = null): TapeEntry
    {
        $at = (float) $observed->format('U.u');
        $fold = null === $unit ? null : $this->projections->of($unit);
        $late = null !== $fold && $at < $fold->lastObserved;
        $then = null === $unit || null === $fold ? null : ($late ? $this->projections->rebuilt($unit, $at) : $fold);
        $islands = null === $unit ? [] : $this->projections->islands($unit);
        if (null !== $then) {
            $then->chassis = $then->chassis->at($at, $islands);
        }
        $refusal ??= $this->shut($job, $kind, $payload);
        if (null !== $unit && null !== $then) {
            $refusal ??= $then->lockedFor($kind, $payload);
            $sheet = $this->projections->sheet($unit);
            try {
                if ('as-fitted' === $kind) {
                    [$payload, $unfit] = $this->fitting->change($payload, $then->chassis->state, $this->projections->model($unit), $sheet, $then->cold->parts());
                } else {
                    $payload = $this->fitting->read($kind, $payload, $then, $sheet);
                    $unfit = $this->fitting->refusal($kind, $payload, $then, $islands, $sheet) ?? $this->correctsNothing($kind, $payload, $job, $unit);
                    if (null === ($refusal ?? $unfit) && 'state-change' === $kind && ChassisState::Ramping->value === $payload['to']) {
                        [$payload, $unfit] = $this->hazardous($payload, $unit, $then, $at);
                    }
                }
                $refusal ??= $unfit;
            } catch (CannotRead $e) {
                $refusal ??= ['code' => 'unreadable', 'figures' => ['sentence' => $e->getMessage()]];
            } catch (BadData $e) {
                if ('trial' !== $kind) {
                    throw $e;
                }
                $refusal ??= ['code' => 'unreadable', 'figures' => ['sentence' => ucfirst($e->sentence).'.']];
            }
            $payload = 'sheet-chosen' === $kind ? $this->withLostPlaces($payload, $then) : $payload;
        }
        $unitSequence = null === $unit ? null : $this->next('unit_id', $unit->unit->id, 'unit_sequence');
        $jobSequence = $this->next('job_id', $job->id, 'job_sequence');
        $make = static fn (?array $judgement, ?array $refusal): TapeEntry => new TapeEntry(
            $id, $job->id, $unit?->unit->id, $kind, $v, $payload, $then?->conditionsId, $then?->conditions->toArray(), $personId, $device, $counter, $observed, $received,
            $unitSequence, $jobSequence,
            null === $judgement ? null : BenchFold::named($judgement), null === $refusal ? null : BenchFold::named($refusal), $hash,
        );
        $judgement = null === $unit || null === $then || null !== $refusal ? null : $this->judgement($make(null, $refusal), $unit, $then, $islands, $at);
        if ('trial' === $kind && null === $judgement) {
            $refusal ??= ['code' => 'no-such-part', 'figures' => ['part' => $payload['part'] ?? '']];
        }
        $entry = $make($judgement, $refusal);
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
            $test = ColdFold::trial($entry->payload);

            return $this->stations->judgement($unit, $before, $after, $test->kind, $test->part, $entry->id);
        }
        $record = $after->find($entry->id);
        if (null === $record || !$record->function->needsPower()) {
            return null;
        }
        $bench = $this->projections->judged($unit, $after, $at);
        $judgement = $bench->ofEntry($record);
        $slip = null === $judgement->volts || isset($entry->payload['slipAnswer']) ? null : Slips::suspect($bench->expectedOf($record), $judgement->volts);

        return [...$judgement->toArray(), 'slip' => $slip];
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null a refusal when an acceptance or a correction points at nothing of this unit on this job
     */
    private function correctsNothing(string $kind, array $payload, Job $job, JobUnit $unit): ?array
    {
        $id = match ($kind) {
            'accept' => $payload['reading'] ?? null,
            'correction' => $payload['corrects'] ?? null,
            default => null,
        };
        $reading = \is_string($id) && Uuid::isValid($id) ? $this->tape->find($id) : null;
        $kinds = 'correction' === $kind ? ['reading', 'trial', 'finding', 'left-alone'] : ['reading'];
        $span = 'correction' === $kind && isset($payload['span']);
        $fits = !\in_array($kind, ['accept', 'correction'], true) || ($span && null === $id) || (null !== $reading && \in_array($reading->kind, $kinds, true) && $reading->jobId === $job->id && $reading->unitId === $unit->unit->id && null === $reading->refusal);

        return $fits ? null : ['code' => 'nothing-to-correct', 'figures' => []];
    }

    /** @return array<string, mixed> */
    private function proofJudgement(TapeEntry $entry, JobUnit $unit): array
    {
        $reading = BenchFold::proofReading($entry);
        $volts = $reading->atMostVolts;
        [$verdict, $code] = match (true) {
            null === $volts => [Verdict::Danger, 'proves-nothing'],
            $volts >= SafetyFigures::TOUCH_VOLTS => [Verdict::Danger, 'still-charged'],
            $volts >= SafetyFigures::HANDS_IN_VOLTS => [Verdict::Watch, 'low-not-dead'],
            !$reading->meterStated => [Verdict::CannotSay, 'proof-without-meter'],
            default => [Verdict::Within, 'proved-discharged'],
        };
        $island = \is_string($entry->payload['island'] ?? null) ? $entry->payload['island'] : '';

        return ['verdict' => $verdict->value, 'marks' => [], 'reasonCode' => $code, 'figures' => ['islandName' => $this->projections->sheet($unit)?->island($island)->name ?? 'the chassis'], 'volts' => $volts, 'coreVersion' => Version::CORE];
    }

    /**
     * A job that was collected takes nothing but its being put back on the bench; nothing leaves the bench live.
     *
     * @param array<string, mixed> $payload
     *
     * @return array{code: string, figures: array<string, mixed>}|null
     */
    private function shut(Job $job, string $kind, array $payload): ?array
    {
        if ('shelf-move' === $kind && \in_array($payload['to'] ?? null, [ShelfState::Collected->value, ShelfState::Ready->value], true)) {
            foreach ($job->units() as $unit) {
                $state = $this->projections->of($unit)->chassis->state;
                if ($state->appliesPower()) {
                    return ['code' => 'live-on-leaving', 'figures' => ['state' => $state->value]];
                }
            }
        }

        if ('shelf-move' === $kind && ShelfState::Collected === $job->shelfState() && ShelfState::Collected->value !== ($payload['to'] ?? null)) {
            foreach ($job->units() as $unit) { // each is locked by now
                $tag = $this->jobs->openTagOf($unit->unit->id, $job->id);
                if (null !== $tag) {
                    return ['code' => 'open-elsewhere', 'figures' => ['tag' => $tag]];
                }
            }
        }

        return ShelfState::Collected === $job->shelfState() && !\in_array($kind, ['shelf-move', 'note', 'report-issued'], true) ? ['code' => 'job-closed', 'figures' => ['tag' => $job->tag]] : null;
    }

    /**
     * What the record knows that speaks against power goes onto the entry, and is asked for a reason (SAFE-4).
     *
     * @param array<string, mixed> $payload
     *
     * @return array{array<string, mixed>, array{code: string, figures: array<string, mixed>}|null}
     */
    private function hazardous(array $payload, JobUnit $unit, BenchFold $then, float $at): array
    {
        $hazards = $this->hazards->of($unit, $then, $at);
        if ([] === $hazards) {
            return [$payload, null];
        }
        $reason = $payload['reason'] ?? '';
        $unanswered = !\is_string($reason) || '' === trim($reason);

        return [[...$payload, 'hazards' => array_map(static fn (Hazard $h): array => $h->toArray(), $hazards)], $unanswered ? ['code' => 'hazards-unanswered', 'figures' => ['parts' => array_values(array_unique(array_map(static fn (Hazard $h): string => $h->part, $hazards)))]] : null];
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
