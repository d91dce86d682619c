<?php

declare(strict_types=1);

namespace Yew\Server\Waiting;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Jobs;

/** What a job waits for. */
final readonly class WaitingController
{
    public function __construct(private Jobs $jobs, private Waiting $waiting)
    {
    }

    #[Route('/api/jobs/{jobId}/waiting', methods: ['GET'])]
    public function one(string $jobId): JsonResponse
    {
        return $this->answer($this->jobs->get($jobId));
    }

    #[Route('/api/jobs/{jobId}/waiting/parts', methods: ['POST'])]
    public function order(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->waiting->order($job, Body::fields($request), $person->id);

        return $this->answer($job, JsonResponse::HTTP_CREATED);
    }

    #[Route('/api/jobs/{jobId}/waiting/parts/{orderId}/arrived', methods: ['POST'])]
    public function arrived(string $jobId, string $orderId, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->waiting->arrived($job, $orderId, $person->id);

        return $this->answer($job, JsonResponse::HTTP_CREATED);
    }

    #[Route('/api/jobs/{jobId}/waiting/soak', methods: ['POST'])]
    public function soak(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->waiting->soak($job, Body::fields($request), $person->id);

        return $this->answer($job, JsonResponse::HTTP_CREATED);
    }

    #[Route('/api/jobs/{jobId}/promise', methods: ['PUT'])]
    public function promise(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->waiting->promise($job, Body::fields($request), $person->id);

        return $this->answer($job);
    }

    private function answer(Job $job, int $status = JsonResponse::HTTP_OK): JsonResponse
    {
        return new JsonResponse(['orders' => $this->waiting->orders($job), 'promisedOn' => $job->promisedOn()?->format('Y-m-d')], $status);
    }
}
