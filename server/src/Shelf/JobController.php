<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Moment;
use Yew\Server\Job\Entity\AmplifierOwner;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Entity\Unit;
use Yew\Server\Job\Jobs;
use Yew\Server\Sheet\SheetShelf;
use Yew\Server\Waiting\Waiting;
use Yew\Server\Wording\Wording;

final readonly class JobController
{
    public function __construct(private EntityManagerInterface $em, private Jobs $jobs, private BookIn $bookIn, private SheetShelf $sheets, private Wording $wording, private Waiting $waiting)
    {
    }

    #[Route('/api/jobs', methods: ['GET'])]
    public function shelf(Request $request): JsonResponse
    {
        [$jobs, $counts] = $this->jobs->search($request->query->getString('q'));

        return new JsonResponse(['jobs' => array_map($this->summary(...), $jobs), 'counts' => $counts, 'more' => array_sum($counts) - \count($jobs)]);
    }

    #[Route('/api/jobs', methods: ['POST'])]
    public function bookIn(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse($this->summary($this->bookIn->book(Body::array($request), $person->id)), 201);
    }

    #[Route('/api/jobs/{jobId}', methods: ['GET'])]
    public function job(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);

        return new JsonResponse([
            ...$this->summary($job),
            'owner' => self::owner($job->owner),
            'cameWith' => $job->cameWith,
            'conditionNotes' => $job->conditionNotes,
            'hoursAWeek' => $job->hoursAWeek,
            'units' => array_map($this->unitOnJob(...), $job->units()),
            'gates' => (object) $this->wording->gates(),
        ]);
    }

    #[Route('/api/owners', methods: ['GET'])]
    public function owners(Request $request): JsonResponse
    {
        $owners = $this->em->createQuery('SELECT o FROM '.AmplifierOwner::class.' o WHERE LOWER(o.name) LIKE :q ORDER BY o.name')
            ->setParameter('q', '%'.addcslashes(mb_strtolower(trim($request->query->getString('q'))), '%_\\').'%')->setMaxResults(8)->getResult();

        return new JsonResponse(array_map(self::owner(...), self::only(AmplifierOwner::class, $owners)));
    }

    #[Route('/api/units', methods: ['GET'])]
    public function units(Request $request): JsonResponse
    {
        $units = $this->em->createQuery('SELECT u, o FROM '.Unit::class." u JOIN u.owner o WHERE LOWER(CONCAT(u.serial, ' ', u.maker, ' ', u.model)) LIKE :q ORDER BY u.serial")
            ->setParameter('q', '%'.addcslashes(mb_strtolower(trim($request->query->getString('q'))), '%_\\').'%')->setMaxResults(8)->getResult();

        return new JsonResponse(array_map(static fn (Unit $u): array => [...self::unit($u), 'owner' => self::owner($u->owner)], self::only(Unit::class, $units)));
    }

    /** @return array<string, mixed> */
    private function summary(Job $job): array
    {
        $unit = $job->units()[0]->unit ?? null;
        $reminder = $this->waiting->reminder($job, $this->waiting->zone());

        return [
            'id' => $job->id,
            'tag' => $job->tag,
            'ownerName' => $job->owner->name,
            'maker' => $unit->maker ?? '',
            'model' => $unit->model ?? '',
            'serial' => $unit->serial ?? '',
            'unitCount' => \count($job->units()),
            'complaint' => $job->complaint,
            'shelfState' => $job->shelfState()->value,
            'shelfSince' => Moment::text($job->shelfSince()),
            'waitsFor' => $job->waitsFor(),
            'waitsUntil' => null === $job->waitsUntil() ? null : Moment::text($job->waitsUntil()),
            'promisedOn' => $job->promisedOn()?->format('Y-m-d'),
            'reminder' => null === $reminder ? null : ['sentence' => $this->wording->cold($reminder->code, $reminder->figures), 'isLate' => $reminder->isLate],
            'bookedInAt' => Moment::text($job->bookedInAt),
        ];
    }

    /** @return array<string, mixed> */
    private function unitOnJob(JobUnit $on): array
    {
        $versionId = $on->sheetVersionId();
        $version = null === $versionId ? null : $this->sheets->version($versionId);

        return [...self::unit($on->unit), 'sheet' => null === $version ? null : ['sheetId' => $version->sheet->id, 'versionId' => $version->id, 'name' => $version->sheet->name(), 'number' => $version->number], 'earlierVisits' => $this->jobs->visitsBefore($on)];
    }

    /** @return array<string, mixed> */
    private static function owner(AmplifierOwner $owner): array
    {
        return ['id' => $owner->id, 'name' => $owner->name, 'phone' => $owner->phone, 'email' => $owner->email];
    }

    /** @return array<string, mixed> */
    private static function unit(Unit $unit): array
    {
        return ['id' => $unit->id, 'maker' => $unit->maker, 'model' => $unit->model, 'serial' => $unit->serial, 'wiredForVolts' => $unit->wiredForVolts];
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return list<T>
     */
    private static function only(string $class, mixed $result): array
    {
        return \is_array($result) ? array_values(array_filter($result, static fn (mixed $o): bool => $o instanceof $class)) : [];
    }
}
