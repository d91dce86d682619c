<?php

declare(strict_types=1);

namespace Yew\Server\Sheet;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bench\SafetyFigures;
use Yew\Core\Codec\BadData;
use Yew\Core\Sheet\Capacitor;
use Yew\Core\Sheet\Part;
use Yew\Core\Sheet\Sheet as CoreSheet;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Sheet\SupplyNode;
use Yew\Core\Sheet\TestPoint;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Moment;
use Yew\Server\Http\Refused;
use Yew\Server\Sheet\Entity\Sheet;
use Yew\Server\Sheet\Entity\SheetVersion;

final readonly class SheetController
{
    public function __construct(private EntityManagerInterface $em, private SheetShelf $shelf)
    {
    }

    #[Route('/api/sheets', methods: ['GET'])]
    public function all(): JsonResponse
    {
        return new JsonResponse($this->shelf->lines());
    }

    /** A sheet file, read as it is; nothing is stored when anything in it is wrong. */
    #[Route('/api/sheets', methods: ['POST'])]
    public function import(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse($this->described($this->shelf->import(self::document($request), $person->id)), 201);
    }

    #[Route('/api/sheets/{sheetId}/versions', methods: ['POST'])]
    public function revise(string $sheetId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        return new JsonResponse($this->described($this->shelf->revise($this->sheet($sheetId), self::document($request), $person->id)), 201);
    }

    #[Route('/api/sheets/{sheetId}', methods: ['GET'])]
    public function one(string $sheetId): JsonResponse
    {
        return new JsonResponse($this->described($this->shelf->latest($this->sheet($sheetId))));
    }

    #[Route('/api/sheet-versions/{versionId}', methods: ['GET'])]
    public function version(string $versionId): JsonResponse
    {
        return new JsonResponse($this->described($this->versionById($versionId)));
    }

    #[Route('/api/sheet-versions/{versionId}/file', methods: ['GET'])]
    public function export(string $versionId): Response
    {
        $version = $this->versionById($versionId);
        $name = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($version->sheet->name())), '-');

        return new Response($version->document, headers: [
            'Content-Type' => 'application/json',
            'Content-Disposition' => \sprintf('attachment; filename="%s.sheet.json"', '' === $name ? 'sheet' : $name),
        ]);
    }

    /** @return array<string, mixed> */
    private function described(SheetVersion $version): array
    {
        $core = $this->shelf->decoded($version->id);
        $start = [];
        foreach ($core->points as $point) {
            $start[$point->place] = $point->printedVolts ?? 0.0;
        }
        $islands = [];
        foreach ($core->islands as $island) {
            $network = $core->dischargeNetwork($island, null);
            $seconds = $network->secondsTo(SafetyFigures::HANDS_IN_VOLTS, $start);
            $islands[] = ['id' => $island->id, 'name' => $island->name, 'nodes' => $island->nodes, 'proofAt' => $island->proofAt, 'cutOffBy' => $island->cutOffBy, 'energyJoules' => $network->energyJoules($start), 'secondsToHandsIn' => $seconds, 'holdsCharge' => null === $seconds];
        }
        $versions = [];
        foreach ($this->em->getRepository(SheetVersion::class)->findBy(['sheet' => $version->sheet], ['number' => 'DESC']) as $other) {
            $versions[] = ['id' => $other->id, 'number' => $other->number, 'madeAt' => Moment::text($other->madeAt), 'madeBy' => $other->madeBy, 'hash' => $other->hash];
        }

        return [
            'id' => $version->sheet->id,
            'name' => $version->sheet->name(),
            'versionId' => $version->id,
            'number' => $version->number,
            'hash' => $version->hash,
            'document' => $version->data(),
            'islands' => $islands,
            'derived' => self::derived($core),
            'versions' => $versions,
        ];
    }

    /** @return array<string, mixed>|null what follows from a sheet's circuit; null where there is none */
    private static function derived(CoreSheet $sheet): ?array
    {
        return null === $sheet->circuit ? null : [
            'nodes' => array_values(array_map(static fn (SupplyNode $n): array => ['id' => $n->id, 'name' => $n->name, 'fedFrom' => $n->fedFrom, 'through' => $n->through], $sheet->nodes)),
            'parts' => array_map(static fn (Part $p): array => ['id' => $p->id, 'kind' => $p->kind, 'ohms' => $p->ohms, 'between' => [$p->from, $p->to]], $sheet->parts),
            'fedBy' => (object) array_filter(array_combine(array_map(static fn (TestPoint $p): string => $p->place, $sheet->points), array_map(static fn (TestPoint $p): ?string => $p->fedBy, $sheet->points)), is_string(...)),
            'capacitors' => array_map(static fn (Capacitor $c): array => ['id' => $c->id, 'node' => $c->node, 'farads' => $c->farads, 'ratedVolts' => $c->ratedVolts], $sheet->capacitors),
        ];
    }

    /**
     * @return array<mixed>
     *
     * @throws BadData
     */
    private static function document(Request $request): array
    {
        return SheetFile::decode($request->getContent());
    }

    private function sheet(string $id): Sheet
    {
        return (Uuid::isValid($id) ? $this->em->find(Sheet::class, $id) : null) ?? throw Refused::notFound('sheet');
    }

    private function versionById(string $id): SheetVersion
    {
        return Uuid::isValid($id) ? $this->shelf->version($id) : throw Refused::notFound('sheet version');
    }
}
