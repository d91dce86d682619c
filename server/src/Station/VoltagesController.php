<?php

declare(strict_types=1);

namespace Yew\Server\Station;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Benches;

/** What the voltages of a unit say together; each asked for by itself, for the circuit is tried many times. */
final readonly class VoltagesController
{
    public function __construct(private Jobs $jobs, private Benches $benches, private VoltagesView $view)
    {
    }

    /** Causes that would explain the readings, the probe that tells most, and tubes to change places. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/voltages', methods: ['GET'])]
    public function hints(string $jobId, string $unitId): JsonResponse
    {
        $unit = $this->jobs->unit($jobId, $unitId);

        return new JsonResponse($this->view->of($unit, $this->benches->of($unit)));
    }

    /** How far this unit's tubes, windings and parts would have to lie from the usual, and what still resists. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/voltages/fit', methods: ['GET'])]
    public function fit(string $jobId, string $unitId): JsonResponse
    {
        $unit = $this->jobs->unit($jobId, $unitId);

        return new JsonResponse($this->view->fit($unit, $this->benches->of($unit)));
    }

    /** How one test point moved since warm-up began. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/voltages/drift', methods: ['GET'])]
    public function drift(string $jobId, string $unitId, Request $request): JsonResponse
    {
        return new JsonResponse($this->view->drift($this->benches->of($this->jobs->unit($jobId, $unitId)), mb_substr($request->query->getString('key'), 0, 80)));
    }
}
