<?php

declare(strict_types=1);

namespace Yew\Server\Report;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Entity\IssuedReport;
use Yew\Server\Report\Entity\ReportOrder;

final readonly class ReportController
{
    public function __construct(private Jobs $jobs, private Reports $reports, private ReadingsCsv $csv, private JobBundle $bundle, private ReportMaker $maker, private EntityManagerInterface $em, private ClockInterface $clock)
    {
    }

    /** Those that were made, newest first, after those that are being made. */
    #[Route('/api/jobs/{jobId}/reports', methods: ['GET'])]
    public function issued(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);

        return new JsonResponse([
            ...array_map($this->asked(...), $this->em->getRepository(ReportOrder::class)->findBy(['jobId' => $job->id], ['askedAt' => 'DESC'])),
            ...array_map(self::described(...), $this->em->getRepository(IssuedReport::class)->findBy(['jobId' => $job->id], ['issuedAt' => 'DESC'])),
        ]);
    }

    #[Route('/api/jobs/{jobId}/reports', methods: ['POST'])]
    public function issue(string $jobId, #[CurrentUser] Person $person): JsonResponse
    {
        $order = new ReportOrder(Uuid::v7()->toRfc4122(), $this->jobs->get($jobId)->id, $this->clock->now(), $person->id);
        $this->maker->ask($order);

        return new JsonResponse($this->asked($order), 202);
    }

    /** How far a report is. */
    #[Route('/api/reports/{reportId}', methods: ['GET'])]
    public function report(string $reportId): JsonResponse
    {
        $issued = Uuid::isValid($reportId) ? $this->em->find(IssuedReport::class, $reportId) : null;
        $order = null === $issued && Uuid::isValid($reportId) ? $this->em->find(ReportOrder::class, $reportId) : null;

        return new JsonResponse(null !== $issued ? self::described($issued) : $this->asked($order ?? throw Refused::notFound('report')));
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
        return ['id' => $report->id, 'issuedAt' => Moment::text($report->issuedAt), 'issuedBy' => $report->issuedBy, 'sha256' => $report->sha256, 'ready' => true, 'stage' => ReportStage::Ready->value];
    }

    /** @return array<string, mixed> */
    private function asked(ReportOrder $order): array
    {
        return ['id' => $order->id, 'issuedAt' => Moment::text($order->askedAt), 'issuedBy' => $order->askedBy, 'sha256' => null, 'ready' => false, 'stage' => $order->stageAt($this->clock->now())->value];
    }
}
