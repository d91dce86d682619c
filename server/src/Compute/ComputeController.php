<?php

declare(strict_types=1);

namespace Yew\Server\Compute;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Server\Http\Body;

final readonly class ComputeController
{
    public function __construct(private ComputeDoor $door)
    {
    }

    #[Route('/api/compute', methods: ['GET'])]
    public function list(): JsonResponse
    {
        return new JsonResponse((object) $this->door->list());
    }

    #[Route('/api/compute/{name}/{version}', methods: ['POST'], requirements: ['version' => '\d+'])]
    public function run(string $name, string $version, Request $request): JsonResponse
    {
        return new JsonResponse($this->door->run($name.'/'.$version, Body::array($request)));
    }
}
