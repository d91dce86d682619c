<?php

declare(strict_types=1);

namespace Yew\Server\Tape;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Entity\TapeEntry;

final readonly class TapeController
{
    public function __construct(private Jobs $jobs, private TapeDoor $door, private TapeReader $tape, private BenchView $bench, private EntryView $entries, private ClockInterface $clock, private Benches $benches)
    {
    }

    /** What came onto the tape after a sequence, and the bench as it is now. */
    #[Route('/api/jobs/{jobId}/tape', methods: ['GET'])]
    public function read(string $jobId, Request $request): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $after = max(0, $request->query->getInt('after'));

        return $this->answer($job, $this->tape->after($jobId, $after), []);
    }

    #[Route('/api/jobs/{jobId}/tape', methods: ['POST'])]
    public function write(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $entry = $this->door->take($job, $person->id, Body::array($request), Role::Onlooker !== $person->role);

        return $this->answer($job, [$entry], ['slip' => $entry->judgement['slip'] ?? null]);
    }

    /** What the record knows of a unit that speaks against power. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/hazards', methods: ['GET'])]
    public function hazards(string $jobId, string $unitId): JsonResponse
    {
        $unit = $this->jobs->get($jobId)->unit($unitId) ?? throw Refused::notFound('unit on this job');

        return new JsonResponse(array_map($this->bench->hazard(...), $this->benches->of($unit)->hazards()));
    }

    /**
     * @param list<TapeEntry>      $entries
     * @param array<string, mixed> $more
     */
    private function answer(Job $job, array $entries, array $more): JsonResponse
    {
        return new JsonResponse([
            'entries' => array_map($this->entries->of(...), $entries),
            'benches' => array_map(fn (JobUnit $u): array => $this->bench->of($this->benches->of($u)), $job->units()),
            'serverTime' => $this->clock->now()->format('Y-m-d\TH:i:s.v\Z'),
            ...$more,
        ]);
    }
}
