<?php

declare(strict_types=1);

namespace Yew\Server\Waiting;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;

/** The calendar’s feed and its link. */
final readonly class CalendarController
{
    public function __construct(private Calendar $calendar)
    {
    }

    /** For a calendar program: by the token alone. */
    #[Route('/api/calendar/{token}.ics', methods: ['GET'])]
    public function feed(string $token): Response
    {
        return new Response($this->calendar->feed($token), headers: ['Content-Type' => 'text/calendar; charset=utf-8', 'Cache-Control' => 'private, max-age=300']);
    }

    #[Route('/api/shop/calendar', methods: ['POST'])]
    public function open(#[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse(['path' => $this->calendar->open($person->id)], JsonResponse::HTTP_CREATED);
    }

    #[Route('/api/shop/calendar', methods: ['DELETE'])]
    public function close(#[CurrentUser] Person $person): JsonResponse
    {
        $this->calendar->close($person->id);

        return new JsonResponse(['isOpen' => false]);
    }

    #[Route('/api/shop/calendar', methods: ['GET'])]
    public function state(): JsonResponse
    {
        return new JsonResponse(['isOpen' => $this->calendar->isOpen()]);
    }
}
