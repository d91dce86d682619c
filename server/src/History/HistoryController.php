<?php

declare(strict_types=1);

namespace Yew\Server\History;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** The life of an amplifier. */
final readonly class HistoryController
{
    public function __construct(private HistoryView $view)
    {
    }

    /** With `job`, what that job opens with. */
    #[Route('/api/units/{unitId}/history', methods: ['GET'])]
    public function one(string $unitId, Request $request): JsonResponse
    {
        return new JsonResponse($this->view->of($unitId, '' === $request->query->getString('job') ? null : $request->query->getString('job')));
    }
}
