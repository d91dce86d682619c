<?php

declare(strict_types=1);

namespace Yew\Server\Instrument;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Instrument\DialTable;
use Yew\Core\Instrument\Equipment;
use Yew\Core\Instrument\InstrumentProfile;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Http\Body;
use Yew\Server\Http\Moment;
use Yew\Server\Instrument\Entity\Instrument;
use Yew\Server\Shop\ShopEquipment;

/** What stands on the shop's bench. Everybody sees it; its owner lists it (security.yaml holds everybody else off). */
final readonly class EquipmentController
{
    public function __construct(private ShopEquipment $equipment, private Instruments $instruments, private Profiles $profiles, private ClockInterface $clock)
    {
    }

    #[Route('/api/equipment', methods: ['GET'])]
    public function all(): JsonResponse
    {
        return new JsonResponse([
            'things' => array_map(static fn (Equipment $e): array => [...$e->toArray(), 'dial' => $e->dial?->toArray()], $this->equipment->all()),
            'instruments' => array_map($this->view(...), $this->instruments->all()),
            'profiles' => array_map(static fn (string $id, array $document): array => ['id' => $id, 'name' => $document['name'] ?? $id], array_keys($this->profiles->shipped()), array_values($this->profiles->shipped())),
            'kinds' => Equipment::KINDS,
        ]);
    }

    #[Route('/api/shop/equipment', methods: ['POST'])]
    public function list(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->equipment->list(Body::array($request), $person->id);

        return new JsonResponse($this->all()->getContent(), JsonResponse::HTTP_CREATED, [], true);
    }

    #[Route('/api/shop/equipment/{thingId}/dial', methods: ['PUT'])]
    public function calibrate(string $thingId, Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->equipment->calibrate($thingId, DialTable::decode(Body::fields($request)), $person->id);

        return $this->all();
    }

    #[Route('/api/shop/equipment/{thingId}/retired', methods: ['POST'])]
    public function retire(string $thingId, #[CurrentUser] Person $person): JsonResponse
    {
        $this->equipment->retire($thingId, $this->clock->now(), $person->id);

        return $this->all();
    }

    #[Route('/api/shop/instruments', methods: ['POST'])]
    public function add(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        $this->instruments->add(Body::fields($request), $person->id);

        return new JsonResponse($this->all()->getContent(), JsonResponse::HTTP_CREATED, [], true);
    }

    #[Route('/api/shop/instruments/{instrumentId}/retired', methods: ['POST'])]
    public function takeAway(string $instrumentId, #[CurrentUser] Person $person): JsonResponse
    {
        $this->instruments->retire($instrumentId, $person->id);

        return $this->all();
    }

    /** @return array<string, mixed> */
    private function view(Instrument $instrument): array
    {
        $use = $this->instruments->useOf($instrument);

        return [
            'id' => $instrument->id, 'name' => $instrument->name, 'meterId' => $instrument->meterId, 'host' => $instrument->host, 'port' => $instrument->port, 'dialect' => InstrumentProfile::decode($instrument->profile)->name,
            'functions' => array_map(static fn (MeterFunction $f): string => $f->value, $this->instruments->functions($instrument)),
            'use' => null === $use ? null : ['jobId' => $use->jobId(), 'unitId' => $use->unitId(), 'tag' => $this->instruments->tag($use), 'personId' => $use->personId(), 'function' => $use->function(), 'since' => Moment::text($use->since())],
        ];
    }
}
