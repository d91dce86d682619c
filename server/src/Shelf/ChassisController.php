<?php

declare(strict_types=1);

namespace Yew\Server\Shelf;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** Which chassis of the shop nobody may touch (SAFE-2): asked by every screen. */
final readonly class ChassisController
{
    public function __construct(private UnprovedChassis $chassis)
    {
    }

    #[Route('/api/chassis', methods: ['GET'])]
    public function unproved(): JsonResponse
    {
        return new JsonResponse(['chassis' => $this->chassis->all()]);
    }
}
