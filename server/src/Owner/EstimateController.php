<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Jobs;

/** The estimate of a job, for the people of the shop. */
final readonly class EstimateController
{
    public function __construct(private Jobs $jobs, private OwnersWord $word, private EstimateView $view, private EstimateLetter $letter)
    {
    }

    #[Route('/api/jobs/{jobId}/estimate', methods: ['GET'])]
    public function one(string $jobId): JsonResponse
    {
        return new JsonResponse($this->view->of($this->jobs->get($jobId)));
    }

    #[Route('/api/jobs/{jobId}/estimate', methods: ['PUT'])]
    public function keep(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->word->keep($job, Body::fields($request), $person->id);

        return new JsonResponse($this->view->of($job));
    }

    #[Route('/api/jobs/{jobId}/estimate', methods: ['DELETE'])]
    public function forget(string $jobId): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $this->word->forget($job);

        return new JsonResponse($this->view->of($job));
    }

    #[Route('/api/jobs/{jobId}/estimate/sent', methods: ['POST'])]
    public function send(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $body = Body::fields($request);
        $days = $body->has('validDays') ? $body->whole('validDays', OwnersWord::VALID_DAYS[0], OwnersWord::VALID_DAYS[2]) : OwnersWord::VALID_DAYS[1];
        $to = $body->optionalBoolean('mail', false) ? EstimateLetter::addressOf($job) : null;
        $body->done();
        $path = '/word/'.$this->word->send($job, $days, $person->id);
        $mail = null === $to ? null : $this->letter->send($job, $to, $path, $person->id);

        return new JsonResponse(['path' => $path, 'mailFault' => $mail ?? '', ...$this->view->of($job)], 201);
    }

    #[Route('/api/jobs/{jobId}/estimate/answer', methods: ['POST'])]
    public function answer(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $body = Body::fields($request);
        $way = $body->string('way', 20);
        if ('telephone' !== $way && 'in-person' !== $way) {
            throw Refused::badData('way', 'telephone or in-person belongs here');
        }
        $this->word->answer($job, $body, $way, $person->id);

        return new JsonResponse($this->view->of($job), 201);
    }

    #[Route('/api/jobs/{jobId}/estimate/withdrawn', methods: ['POST'])]
    public function withdraw(string $jobId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $body = Body::fields($request);
        $why = $body->optionalText('why', 400);
        $body->done();
        $this->word->withdraw($job, $why, $person->id);

        return new JsonResponse($this->view->of($job), 201);
    }

    #[Route('/api/jobs/{jobId}/estimate.pdf', methods: ['GET'])]
    public function paper(string $jobId): Response
    {
        return new Response($this->view->paper($this->jobs->get($jobId)), headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="estimate.pdf"']);
    }
}
