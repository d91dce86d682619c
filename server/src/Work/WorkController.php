<?php

declare(strict_types=1);

namespace Yew\Server\Work;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Job\Jobs;

/** The work of a job; what is done is written on the tape. */
final readonly class WorkController
{
    public function __construct(private Jobs $jobs, private WorkView $view)
    {
    }

    #[Route('/api/jobs/{jobId}/work', methods: ['GET'])]
    public function one(string $jobId): JsonResponse
    {
        return new JsonResponse($this->view->of($this->jobs->get($jobId)));
    }
}
