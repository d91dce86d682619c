<?php

declare(strict_types=1);

namespace Yew\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;

/** A problem document (RFC 9457) with a sentence that a technician understands. */
final class Problem extends JsonResponse
{
    /** @param array<string, mixed> $more further members, such as the path of a fault */
    public function __construct(int $status, string $title, string $detail, array $more = [])
    {
        parent::__construct(['type' => 'about:blank', 'title' => $title, 'status' => $status, 'detail' => $detail, ...$more], $status, ['Content-Type' => 'application/problem+json']);
    }
}
