<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Owner\Prices;
use Yew\Core\Station\Practice;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Access\Role;
use Yew\Server\Http\Body;
use Yew\Server\Http\Refused;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Wording\Wording;

final readonly class ShopController
{
    public function __construct(private EntityManagerInterface $em, private ShopMeters $meters, private Wording $wording, private TubeCatalogue $tubes)
    {
    }

    /** What every page needs once: the shop, its meters, its words, the tube types and the people's names. */
    #[Route('/api/shop', methods: ['GET'])]
    public function shop(): JsonResponse
    {
        $shop = $this->em->getRepository(Shop::class)->findOneBy([]);
        $meters = [];
        foreach ($this->meters->all()->all as $meter) {
            $meters[] = ['id' => $meter->id, 'name' => $meter->name, 'inputResistanceOhms' => $meter->inputResistanceOhms(MeterFunction::DcVolts), 'highestVolts' => $meter->highest(MeterFunction::DcVolts)];
        }
        $people = [];
        foreach ($this->em->getRepository(Person::class)->findAll() as $person) {
            $people[$person->id] = $person->name;
        }

        return new JsonResponse([
            'name' => $shop->name ?? 'A new shop',
            'timeZone' => $shop->timeZone ?? 'UTC',
            'vocabulary' => $shop->vocabulary ?? 'us',
            'words' => $this->wording->words(),
            'says' => $this->wording->page(),
            'meters' => $meters,
            'people' => (object) $people,
            'tubeTypes' => $this->tubes->names(),
            'statesByDanger' => ChassisState::byDanger(),
            'practice' => ($shop?->practice() ?? new Practice())->toArray(),
        ]);
    }

    /** Schools of practice and the mains of the place; for the owner to set. */
    #[Route('/api/shop/practice', methods: ['PUT'])]
    public function practice(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        if (Role::Owner !== $person->role) {
            throw Refused::forbidden('Only the owner of the shop sets how it works.');
        }
        $practice = Practice::decode(Body::array($request));
        $this->em->getRepository(Shop::class)->findOneBy([])?->workBy($practice);
        $this->em->flush();

        return new JsonResponse($practice->toArray());
    }

    #[Route('/api/shop/prices', methods: ['GET'])]
    public function prices(): JsonResponse
    {
        return new JsonResponse(($this->em->getRepository(Shop::class)->findOneBy([])?->prices() ?? Prices::usual())->toArray());
    }

    /** Hourly rate, tax, currency, openings and usual minutes; for the owner to set. */
    #[Route('/api/shop/prices', methods: ['PUT'])]
    public function charge(Request $request, #[CurrentUser] Person $person): JsonResponse
    {
        if (Role::Owner !== $person->role) {
            throw Refused::forbidden('Only the owner of the shop sets what it charges.');
        }
        $prices = Prices::decode(Body::array($request));
        $this->em->getRepository(Shop::class)->findOneBy([])?->charge($prices);
        $this->em->flush();

        return new JsonResponse($prices->toArray());
    }
}
