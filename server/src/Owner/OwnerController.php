<?php

declare(strict_types=1);

namespace Yew\Server\Owner;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Job\Entity\Job;
use Yew\Server\Job\Jobs;
use Yew\Server\Owner\Entity\OwnerLink;
use Yew\Server\Tape\Entity\TapeEntry;
use Yew\Server\Tape\TapeReader;

/** What the owner of an amplifier reads and says under a link: one estimate, without signing in. */
final readonly class OwnerController
{
    private const HEADERS = ['Cache-Control' => 'no-store', 'Referrer-Policy' => 'no-referrer', 'X-Robots-Tag' => 'noindex'];

    public function __construct(private OwnersWord $word, private EstimateView $view, private Jobs $jobs, private TapeReader $tape)
    {
    }

    #[Route('/api/owner/{token}', methods: ['GET'])]
    public function read(string $token): JsonResponse
    {
        [$job, $sent] = $this->estimate($this->word->link($token));

        return new JsonResponse($this->view->forOwner($job, $sent), headers: self::HEADERS);
    }

    /** What it comes to with answers that are not sent yet. */
    #[Route('/api/owner/{token}/price', methods: ['POST'])]
    public function price(string $token, Request $request): JsonResponse
    {
        [, $sent] = $this->estimate($this->word->link($token));

        return new JsonResponse($this->view->priced($sent, Fields::of(Body::array($request)['answers'] ?? [], 'answers')), headers: self::HEADERS);
    }

    #[Route('/api/owner/{token}/answer', methods: ['POST'])]
    public function answer(string $token, Request $request): JsonResponse
    {
        $link = $this->word->link($token);
        [$job, $sent] = $this->estimate($link);
        if ($link->isAnswered()) {
            throw Refused::conflict('You answered this estimate already. Ring the shop if you want something else.');
        }
        $this->word->answer($job, Body::fields($request), 'link', $link->madeBy);

        return new JsonResponse($this->view->forOwner($job, $sent), 201, self::HEADERS);
    }

    /** @return array{Job, TapeEntry} */
    private function estimate(OwnerLink $link): array
    {
        return [$this->jobs->get($link->jobId), $this->tape->find($link->entryId) ?? throw Refused::notFound('estimate, or it is no longer open: ask the shop')];
    }
}
