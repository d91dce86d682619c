<?php

declare(strict_types=1);

namespace Yew\Server\Photo;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Sheet\Place;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Upload;
use Yew\Server\Job\Jobs;

final readonly class PhotoController
{
    private const MOST_BYTES = 40_000_000;

    public function __construct(private Jobs $jobs, private Photos $photos)
    {
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/photos', methods: ['POST'])]
    public function add(string $jobId, string $unitId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $job = $this->jobs->get($jobId);
        $unit = $job->unit($unitId) ?? throw Refused::notFound('unit on this job');
        $picture = Pictures::photo(Upload::path($request, self::MOST_BYTES));
        $place = trim($request->request->getString('place'));
        $photo = $this->photos->add($job, $unit, $person->id, $picture, mb_substr(trim($request->request->getString('caption')), 0, 200), Place::isValid($place) ? $place : '');

        return new JsonResponse(['photoId' => $photo->id, 'width' => $photo->width, 'height' => $photo->height, 'said' => $picture->said], 201);
    }

    #[Route('/api/photos/{photoId}/{size}', requirements: ['size' => 'full|thumb'], methods: ['GET'])]
    public function file(string $photoId, string $size): Response
    {
        return new Response($this->photos->read($this->photos->get($photoId), 'thumb' === $size ? 'thumb' : 'full'), headers: [
            'Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=31536000, immutable', 'X-Content-Type-Options' => 'nosniff',
        ]);
    }

    /** The picture goes; that there was one stays on the tape. */
    #[Route('/api/photos/{photoId}', methods: ['DELETE'])]
    public function remove(string $photoId): Response
    {
        $this->photos->remove($this->photos->get($photoId));

        return new Response(status: 204);
    }
}
