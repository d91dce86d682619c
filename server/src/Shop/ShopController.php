<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Station\Practice;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Access\Entity\Person;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Wording\Wording;

final readonly class ShopController
{
    public function __construct(private EntityManagerInterface $em, private ShopMeters $meters, private Wording $wording, private TubeCatalogue $tubes, private ShopTime $time, private ClockInterface $clock)
    {
    }

    /** What every page needs once: the shop, its meters, its words, the tube types and the people's names. */
    #[Route('/api/shop', methods: ['GET'])]
    public function shop(): JsonResponse
    {
        $shop = $this->em->getRepository(Shop::class)->findOneBy([]);
        $head = $shop?->head();
        $meters = [];
        $inUse = $this->meters->inUse();
        foreach (array_filter($this->meters->all()->all, static fn (Meter $m): bool => \in_array($m->id, $inUse, true)) as $meter) {
            $meters[] = ['id' => $meter->id, 'name' => $meter->name, 'inputResistanceOhms' => $meter->inputResistanceOhms(MeterFunction::DcVolts), 'highestVolts' => $meter->highest(MeterFunction::DcVolts), 'detector' => $meter->detector?->value, 'ratedVolts' => $meter->ratedVolts, 'calibratedOn' => $meter->calibratedOn, 'leads' => null === $meter->leadsZero ? null : ['ohms' => $meter->leadsZero->ohms, 'measuredOn' => $meter->leadsZero->measuredOn, 'fresh' => $meter->leadsZero->isFresh((float) $this->clock->now()->format('U'))], 'readsOhms' => null !== $meter->highest(MeterFunction::Ohms)];
        }
        $people = [];
        foreach ($this->em->getRepository(Person::class)->findAll() as $person) {
            $people[$person->id] = $person->name;
        }

        return new JsonResponse([
            'name' => $head->name ?? 'A new shop',
            'timeZone' => $head->timeZone ?? 'UTC',
            'vocabulary' => $head->vocabulary ?? 'us',
            'words' => $this->wording->words(),
            'says' => $this->wording->page(),
            'meters' => $meters,
            'people' => (object) $people,
            'tubeTypes' => $this->tubes->names(),
            'statesByDanger' => ChassisState::byDanger(),
            'timeFactor' => $this->time->factor,
            'practice' => ($shop?->practice() ?? new Practice())->toArray(),
        ]);
    }
}
