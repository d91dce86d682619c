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
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Jobs;
use Yew\Server\Report\Entity\IssuedReport;
use Yew\Server\Worker\Computation;
use Yew\Server\Worker\Computations;
use Yew\Server\Worker\ComputationState;
use Yew\Server\Worker\TooMuchWaits;

final readonly class ReportController
{
    public function __construct(private Jobs $jobs, private Reports $reports, private ReadingsCsv $csv, private JobBundle $bundle, private Computations $computations, private EntityManagerInterface $em)
    {
    }

    /** Those that were made, newest first, after those that are being made. */
    #[Route('/api/jobs/{jobId}/reports', methods: ['GET'])]
    public function issued(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);

        return new JsonResponse([
            ...array_map(self::asked(...), array_values(array_filter($this->computations->ofJob(ReportWork::KIND, $job->id), static fn (Computation $c): bool => !\in_array($c->state, [ComputationState::Done, ComputationState::Cancelled], true)))),
            ...array_map(self::described(...), $this->em->getRepository(IssuedReport::class)->findBy(['jobId' => $job->id], ['issuedAt' => 'DESC'])),
        ]);
    }

    #[Route('/api/jobs/{jobId}/reports', methods: ['POST'])]
    public function issue(string $jobId, #[CurrentUser] Person $person): JsonResponse
    {
        try {
            return new JsonResponse(self::asked($this->computations->ask(ReportWork::KIND, $this->jobs->get($jobId)->id, $person->id)), 202);
        } catch (TooMuchWaits) {
            throw Refused::conflict('Reports of this job wait to be made already.');
        }
    }

    /** How far a report is. */
    #[Route('/api/reports/{reportId}', methods: ['GET'])]
    public function report(string $reportId): JsonResponse
    {
        $issued = Uuid::isValid($reportId) ? $this->em->find(IssuedReport::class, $reportId) : null;

        return new JsonResponse(null !== $issued ? self::described($issued) : self::asked($this->computations->find($reportId) ?? throw Refused::notFound('report')));
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
    private static function asked(Computation $order): array
    {
        $stage = match ($order->state) {
            ComputationState::Failed, ComputationState::Cancelled => ReportStage::Failed,
            ComputationState::Done => ReportStage::Ready,
            default => ReportStage::tryFrom($order->stage) ?? ReportStage::Waiting,
        };

        return ['id' => $order->id, 'issuedAt' => Moment::text($order->askedAt), 'issuedBy' => $order->askedBy, 'sha256' => null, 'ready' => false, 'stage' => $stage->value];
    }
}
