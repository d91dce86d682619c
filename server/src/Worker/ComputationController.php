<?php

declare(strict_types=1);

namespace Yew\Server\Worker;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Http\Refused;

/** How far a long computation is, and its end. */
final readonly class ComputationController
{
    public function __construct(private Computations $computations)
    {
    }

    #[Route('/api/computations/{computationId}', methods: ['GET'])]
    public function computation(string $computationId): JsonResponse
    {
        $c = $this->computations->find($computationId) ?? throw Refused::notFound('computation');

        return new JsonResponse(['id' => $c->id, 'kind' => $c->kind, 'state' => $c->state->value, 'stage' => $c->stage, 'share' => $c->share]);
    }

    /** At once where it waits, at its next step where it runs; what is over stays as it is. */
    #[Route('/api/computations/{computationId}/cancelled', methods: ['POST'])]
    public function cancel(string $computationId): JsonResponse
    {
        $this->computations->cancel(($this->computations->find($computationId) ?? throw Refused::notFound('computation'))->id);

        return $this->computation($computationId);
    }
}
