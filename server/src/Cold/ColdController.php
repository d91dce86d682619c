<?php

declare(strict_types=1);

namespace Yew\Server\Cold;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\JobUnit;
use Yew\Server\Job\Jobs;
use Yew\Server\Tape\Projections;

/** The boards of the cold stations. */
final readonly class ColdController
{
    public function __construct(private Jobs $jobs, private StationView $view, private ColdStations $stations, private Projections $projections)
    {
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/stations/{station}', requirements: ['station' => 'look|iron|capacitors|resistors'], methods: ['GET'])]
    public function station(string $jobId, string $unitId, string $station): JsonResponse
    {
        return new JsonResponse($this->view->of($this->unit($jobId, $unitId), $station));
    }

    /** How far each cold station is, for the path. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/stations', methods: ['GET'])]
    public function summary(string $jobId, string $unitId): JsonResponse
    {
        $unit = $this->unit($jobId, $unitId);

        return new JsonResponse($this->stations->summary($unit, $this->projections->of($unit)));
    }

    private function unit(string $jobId, string $unitId): JobUnit
    {
        return $this->jobs->get($jobId)->unit($unitId) ?? throw Refused::notFound('unit on this job');
    }
}
