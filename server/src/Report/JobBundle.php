<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Report\Entity\IssuedReport;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Shop\Entity\ShopMeter;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\TapeReader;

/** A whole job as one open JSON document: docs/formats/job-bundle.schema.json. */
final readonly class JobBundle
{
    public function __construct(private EntityManagerInterface $em, private TapeReader $tape, private SheetShelf $sheets)
    {
    }

    /** @return array<string, mixed> */
    public function of(Job $job): array
    {
        $people = [];
        foreach ($this->em->getRepository(Person::class)->findAll() as $person) {
            $people[] = ['id' => $person->id, 'name' => $person->name];
        }
        $sheets = [];
        foreach ($job->units() as $unit) {
            $id = $unit->sheetVersionId();
            if (null !== $id) {
                $version = $this->sheets->version($id);
                $sheets[] = ['versionId' => $version->id, 'number' => $version->number, 'hash' => $version->hash, 'document' => $version->data()];
            }
        }

        return [
            'format' => 'job-bundle/1',
            'job' => ['id' => $job->id, 'tag' => $job->tag, 'bookedInAt' => $job->bookedInAt->format('Y-m-d\TH:i:s.u\Z'), 'shelfState' => $job->shelfState()->value, 'complaint' => $job->complaint, 'cameWith' => $job->cameWith, 'conditionNotes' => $job->conditionNotes],
            'owner' => ['id' => $job->owner->id, 'name' => $job->owner->name, 'phone' => $job->owner->phone, 'email' => $job->owner->email],
            'units' => array_map(static fn (JobUnit $u): array => ['id' => $u->unit->id, 'maker' => $u->unit->maker, 'model' => $u->unit->model, 'serial' => $u->unit->serial, 'wiredForVolts' => $u->unit->wiredForVolts, 'sheetVersionId' => $u->sheetVersionId()], $job->units()),
            'sheets' => $sheets,
            'people' => $people,
            'meters' => array_map(static fn (ShopMeter $m): array => $m->document(), $this->em->getRepository(ShopMeter::class)->findBy([], ['id' => 'ASC'])),
            'tape' => array_map(self::entry(...), iterator_to_array($this->tape->each($job->id), false)),
            'reports' => array_map(static fn (IssuedReport $r): array => ['id' => $r->id, 'issuedAt' => $r->issuedAt->format('Y-m-d\TH:i:s.u\Z'), 'sha256' => $r->sha256], $this->em->getRepository(IssuedReport::class)->findBy(['jobId' => $job->id])),
        ];
    }

    /** Members of payloads that are objects by their schemas: an empty one comes back from the database as an empty list. */
    private const OBJECTS = ['figures', 'said', 'gates', 'overrides', 'facts', 'change'];

    /**
     * @param array<mixed> $payload
     *
     * @return array<mixed>
     */
    private static function withObjects(array $payload): array
    {
        foreach ($payload as $name => $value) {
            $payload[$name] = match (true) {
                [] === $value && \in_array($name, self::OBJECTS, true) => new \stdClass(),
                'stood' === $name && \is_array($value) => array_map(static fn (mixed $gate): mixed => \is_array($gate) ? self::withObjects($gate) : $gate, $value),
                default => $value,
            };
        }

        return $payload;
    }

    /** @return array<string, mixed> */
    private static function entry(TapeEntry $e): array
    {
        return [
            'id' => $e->id, 'unitId' => $e->unitId, 'kind' => $e->kind, 'v' => $e->v, 'payload' => (object) self::withObjects($e->payload), 'conditionsId' => $e->conditionsId,
            'conditions' => null === $e->conditions ? null : (object) $e->conditions, 'personId' => $e->personId, 'device' => $e->device, 'counter' => $e->counter,
            'observedAt' => $e->observedAt->format('Y-m-d\TH:i:s.u\Z'), 'receivedAt' => $e->receivedAt->format('Y-m-d\TH:i:s.u\Z'),
            'unitSequence' => $e->unitSequence, 'jobSequence' => $e->jobSequence, 'judgement' => $e->judgement, 'refusal' => $e->refusal,
        ];
    }
}
