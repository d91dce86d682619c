<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Bench\MeterFunction;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Job\Jobs;

/** Recordings of one unit on a job. */
final readonly class RecordingController
{
    public function __construct(private Jobs $jobs, private Recordings $recordings)
    {
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/recordings', methods: ['GET'])]
    public function of(string $jobId, string $unitId): JsonResponse
    {
        return new JsonResponse($this->recordings->of($this->jobs->unit($jobId, $unitId)));
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/recordings', methods: ['POST'])]
    public function begin(string $jobId, string $unitId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $unit = $this->jobs->unit($jobId, $unitId);
        $fields = Body::fields($request);
        [$instrument, $place] = [$fields->string('instrumentId', 36), $fields->string('place', 40)];
        $fields->done();
        $recording = $this->recordings->begin($unit, $instrument, $place, $person->id);

        return new JsonResponse(['id' => $recording->id], JsonResponse::HTTP_CREATED);
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/recordings/{recordingId}/ended', methods: ['POST'])]
    public function end(string $jobId, string $unitId, string $recordingId): JsonResponse
    {
        $unit = $this->jobs->unit($jobId, $unitId);
        $this->recordings->end($unit, $recordingId);

        return new JsonResponse($this->recordings->of($unit));
    }

    /** Every sample, one a line: when, and what; an overload has no figure. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/recordings/{recordingId}.csv', methods: ['GET'])]
    public function csv(string $jobId, string $unitId, string $recordingId): StreamedResponse
    {
        $recording = $this->recordings->get($this->jobs->unit($jobId, $unitId), $recordingId);
        $unit = MeterFunction::from($recording->function)->unit()->value;

        return new StreamedResponse(function () use ($recording, $unit): void {
            echo "at,kind,value,unit\n";
            foreach ($this->recordings->samples($recording) as [$at, $value]) {
                printf("%s,%s,%s,%s\n", $at, null === $value ? 'overload' : 'value', null === $value ? '' : \sprintf('%.9g', $value), $unit);
            }
        }, headers: ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => \sprintf('attachment; filename="%s-trace.csv"', preg_replace('/[^A-Za-z0-9.]+/', '-', $recording->place))]);
    }
}
