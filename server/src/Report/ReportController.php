<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Entity\IssuedReport;

final readonly class ReportController
{
    public function __construct(private Jobs $jobs, private Reports $reports, private ReadingsCsv $csv, private JobBundle $bundle, private EntityManagerInterface $em)
    {
    }

    #[Route('/api/jobs/{jobId}/reports', methods: ['GET'])]
    public function issued(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);

        return new JsonResponse(array_map(self::described(...), $this->em->getRepository(IssuedReport::class)->findBy(['jobId' => $job->id], ['issuedAt' => 'DESC'])));
    }

    #[Route('/api/jobs/{jobId}/reports', methods: ['POST'])]
    public function issue(string $jobId, #[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse(self::described($this->reports->issue($this->jobs->get($jobId), $person->id)), 201);
    }

    #[Route('/api/reports/{reportId}/file', methods: ['GET'])]
    public function file(string $reportId): Response
    {
        $report = (Uuid::isValid($reportId) ? $this->em->find(IssuedReport::class, $reportId) : null) ?? throw Refused::notFound('report');
        $job = $this->jobs->get($report->jobId);

        return new Response($this->reports->read($report), headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => \sprintf('inline; filename="%s-report.pdf"', $job->tag)]);
    }

    #[Route('/api/jobs/{jobId}/readings.csv', methods: ['GET'])]
    public function readings(string $jobId): Response
    {
        $job = $this->jobs->get($jobId);

        return new Response($this->csv->of($job), headers: ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => \sprintf('attachment; filename="%s-readings.csv"', $job->tag)]);
    }

    #[Route('/api/jobs/{jobId}/bundle.json', methods: ['GET'])]
    public function bundle(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);

        return new JsonResponse($this->bundle->of($job), headers: ['Content-Disposition' => \sprintf('attachment; filename="%s-job.json"', $job->tag)]);
    }

    /** @return array<string, mixed> */
    private static function described(IssuedReport $report): array
    {
        return ['id' => $report->id, 'issuedAt' => $report->issuedAt->format('Y-m-d\TH:i:s.v\Z'), 'issuedBy' => $report->issuedBy, 'sha256' => $report->sha256];
    }
}
