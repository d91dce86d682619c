<?php

declare(strict_types=1);

namespace Yew\Server\Schematic;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Job\PlaceStates;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Upload;
use Yew\Server\Job\Jobs;
use Yew\Server\Schematic\Entity\SchematicPage;
use Yew\Server\Sheet\Entity\Sheet;
use Yew\Server\Tape\Benches;

/** The schematic on the bench: its pages, its marks, and how the places on it stand in a job. */
final readonly class SchematicController
{
    private const MOST_BYTES = 40_000_000;

    public function __construct(private EntityManagerInterface $em, private Schematics $schematics, private Jobs $jobs, private Benches $benches)
    {
    }

    #[Route('/api/sheets/{sheetId}/pages', methods: ['GET'])]
    public function pages(string $sheetId): JsonResponse
    {
        return new JsonResponse($this->all($this->sheet($sheetId)));
    }

    #[Route('/api/sheets/{sheetId}/pages', methods: ['POST'])]
    public function add(string $sheetId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $sheet = $this->sheet($sheetId);
        $this->schematics->add($sheet, Upload::path($request, self::MOST_BYTES), $person->id);

        return new JsonResponse($this->all($sheet), 201);
    }

    #[Route('/api/schematic-pages/{pageId}/image', methods: ['GET'])]
    public function image(string $pageId): Response
    {
        return new Response($this->schematics->read($this->schematics->get($pageId)), headers: [
            'Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=31536000, immutable', 'X-Content-Type-Options' => 'nosniff',
        ]);
    }

    #[Route('/api/schematic-pages/{pageId}/marks', methods: ['PUT'])]
    public function mark(string $pageId, Request $request): JsonResponse
    {
        $page = $this->schematics->get($pageId);
        $this->schematics->mark($page, Body::array($request));

        return new JsonResponse($page->toArray());
    }

    #[Route('/api/schematic-pages/{pageId}', methods: ['DELETE'])]
    public function remove(string $pageId): Response
    {
        $this->schematics->remove($this->schematics->get($pageId));

        return new Response(status: 204);
    }

    #[Route('/api/jobs/{jobId}/units/{unitId}/places', methods: ['GET'])]
    public function places(string $jobId, string $unitId): JsonResponse
    {
        $unit = $this->jobs->unit($jobId, $unitId);

        return new JsonResponse((object) PlaceStates::of($this->benches->of($unit)));
    }

    /** @return list<array<string, mixed>> */
    private function all(Sheet $sheet): array
    {
        return array_map(static fn (SchematicPage $p): array => $p->toArray(), $this->schematics->of($sheet));
    }

    private function sheet(string $id): Sheet
    {
        return (Uuid::isValid($id) ? $this->em->find(Sheet::class, $id) : null) ?? throw Refused::notFound('sheet');
    }
}
