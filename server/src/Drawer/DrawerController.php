<?php

declare(strict_types=1);

namespace Yew\Server\Drawer;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Http\Upload;

/** The drawer of physical tubes. */
final readonly class DrawerController
{
    private const MOST_BYTES = 4_000_000;

    public function __construct(private DrawerDesk $desk, private DrawerView $view, private DrawerCsv $csv)
    {
    }

    #[Route('/api/drawer', methods: ['GET'])]
    public function all(Request $request): JsonResponse
    {
        return new JsonResponse($this->view->all($request->query->getString('type'), $request->query->getString('q'), $request->query->getBoolean('scrapped')));
    }

    #[Route('/api/drawer/trays', methods: ['POST'])]
    public function tray(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse(['labels' => $this->desk->addTray(Body::fields($request), $person->id)], 201);
    }

    #[Route('/api/drawer/tubes.csv', methods: ['GET'])]
    public function export(): Response
    {
        return new Response($this->csv->write($this->view->rows()), headers: ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="tubes.csv"']);
    }

    /** Good rows go in and bad ones are reported; with `all` nothing goes in unless every row can. */
    #[Route('/api/drawer/tubes.csv', methods: ['POST'])]
    public function import(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $rows = $this->csv->read((string) file_get_contents(Upload::path($request, self::MOST_BYTES)));

        return new JsonResponse($this->desk->import($rows, $request->query->getBoolean('all'), $person->id));
    }

    #[Route('/api/drawer/labels.pdf', methods: ['GET'])]
    public function labels(Request $request): Response
    {
        $labels = array_values(array_filter(explode(',', $request->query->getString('labels')), static fn (string $l): bool => '' !== $l));

        return new Response($this->view->labels($labels), headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="tube-labels.pdf"']);
    }

    /** What can be matched, without writing anything. */
    #[Route('/api/drawer/sets', methods: ['GET'])]
    public function sets(Request $request): JsonResponse
    {
        $number = static fn (string $name, int $usual, int $least, int $most): int => ($n = $request->query->getInt($name, $usual)) >= $least && $n <= $most ? $n : throw Refused::badData($name, \sprintf('between %d and %d', $least, $most));

        return new JsonResponse($this->view->sets($request->query->getString('type'), $number('size', 2, 2, 8), $number('sets', 1, 1, 400), $number('limitPercent', 5, 0, 50), 0.1 * $number('meterTenths', 5, 0, 100)));
    }

    #[Route('/api/drawer/tubes/{label}', methods: ['GET'])]
    public function one(string $label): JsonResponse
    {
        return new JsonResponse($this->view->one($label));
    }

    #[Route('/api/drawer/tubes/{label}/entries', methods: ['POST'])]
    public function say(string $label, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->desk->say($label, Body::fields($request), $person->id);

        return new JsonResponse($this->view->one($label), 201);
    }
}
