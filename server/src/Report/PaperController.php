<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Job\Jobs;

/** Papers of one unit that the bench needs besides the report. */
final readonly class PaperController
{
    public function __construct(private Jobs $jobs, private Papers $papers, private VoltageChart $chart)
    {
    }

    /** Labels for removed parts; without `parts` for all that are to be replaced. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/labels.pdf', methods: ['GET'])]
    public function labels(string $jobId, string $unitId, Request $request): Response
    {
        $parts = array_values(array_filter(explode(',', $request->query->getString('parts')), static fn (string $p): bool => '' !== $p));

        return self::paper($this->papers->labels($this->jobs->unit($jobId, $unitId), $parts), 'labels');
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/transformers/{part}/specification.json', methods: ['GET'])]
    public function specification(string $jobId, string $unitId, string $part): JsonResponse
    {
        return new JsonResponse($this->papers->specification($this->jobs->unit($jobId, $unitId), $part), headers: ['Content-Disposition' => \sprintf('attachment; filename="%s-specification.json"', preg_replace('/[^A-Za-z0-9]/', '', $part))]);
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/transformers/{part}/specification.pdf', methods: ['GET'])]
    public function specificationSheet(string $jobId, string $unitId, string $part): Response
    {
        return self::paper($this->papers->specificationSheet($this->jobs->unit($jobId, $unitId), $part), 'specification');
    }

    /** What belongs at each pin, what was read, and room to write the rest. */
    #[Route('/api/jobs/{jobId}/units/{unitId}/voltages.pdf', methods: ['GET'])]
    public function voltages(string $jobId, string $unitId): Response
    {
        return self::paper($this->chart->pdf($this->jobs->unit($jobId, $unitId)), 'voltages');
    }

    private static function paper(string $pdf, string $name): Response
    {
        return new Response($pdf, headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => \sprintf('inline; filename="%s.pdf"', $name)]);
    }
}
