<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Core\Bias\BiasLimit;
use Yew\Core\Owner\Prices;
use Yew\Core\Station\Practice;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Server\Http\Refused;
use Yew\Server\Shop\Entity\Shop;
use Yew\Server\Shop\Entity\ShopMeter;

/** How the shop works; every change goes on the record. */
final readonly class ShopSettings
{
    private const MOST_METERS = 50;

    public function __construct(private EntityManagerInterface $em, private ShopMeters $meters, private ShopRecord $record, private TubeCatalogue $tubes)
    {
    }

    public function shop(): Shop
    {
        return $this->em->getRepository(Shop::class)->findOneBy([]) ?? throw Refused::notFound('shop');
    }

    public function callItself(ShopHead $head, string $personId): void
    {
        $shop = $this->shop();
        $this->record->changed($personId, 'head', $shop->head()->toArray(), $head->toArray());
        $shop->callItself($head);
        $this->em->flush();
    }

    public function charge(Prices $prices, string $personId): void
    {
        $shop = $this->shop();
        $this->record->changed($personId, 'prices', $shop->prices()->toArray(), $prices->toArray());
        $shop->charge($prices);
        $this->em->flush();
    }

    /** A limit of the shop's own lies at or under what the data allow the type, which must be in them. */
    public function workBy(Practice $practice, string $personId): void
    {
        foreach ($practice->tubeLimits as $i => $limit) {
            $type = $this->tubes->find($limit->type) ?? throw Refused::badData('tubeLimits['.$i.'].type', \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $limit->type));
            $most = max([0.0, ...array_map(static fn (BiasLimit $l): float => $l->plateWatts, BiasLimit::ofType($type))]);
            if ($most > 0.0 && $limit->plateWatts > $most) {
                throw Refused::badData('tubeLimits['.$i.'].plateWatts', \sprintf('the tube data allow %s no more than %s W', $type->name, $most));
            }
        }
        $shop = $this->shop();
        $this->record->changed($personId, 'practice', $shop->practice()->toArray(), $practice->toArray());
        $shop->workBy($practice);
        $this->em->flush();
    }

    public function list(HandMeter $meter, string $personId): void
    {
        $all = $this->meters->all()->all;
        if (\count($all) >= self::MOST_METERS) {
            throw Refused::conflict(\sprintf('%d meters are listed; more are not.', self::MOST_METERS));
        }
        $inUse = $this->meters->inUse();
        foreach ($all as $listed) {
            if (\in_array($listed->id, $inUse, true) && mb_strtolower($listed->name) === mb_strtolower($meter->name)) {
                throw Refused::conflict(\sprintf('A meter called “%s” is listed already.', $listed->name));
            }
        }
        $listed = $meter->listed(Uuid::v7()->toRfc4122());
        $this->em->persist($listed);
        $this->record->changed($personId, 'meter', [], $listed->document());
        $this->em->flush();
        $this->meters->reset();
    }

    /** What a meter shows with its leads held together: it comes off small ohms on the day on which it was read, and the day after. */
    public function leads(string $meterId, float $ohms, \DateTimeImmutable $at): void
    {
        $meter = $this->em->find(ShopMeter::class, $meterId);
        if (null === $meter || $meter->isRetired()) {
            throw Refused::notFound('meter in use');
        }
        $day = $at->setTimezone(new \DateTimeZone($this->shop()->head()->timeZone))->format('Y-m-d');
        if (!$meter->leadsRead($ohms, $day)) {
            throw Refused::conflict('This meter reads no ohms.');
        }
        $this->em->flush();
        $this->meters->reset();
    }

    /** A meter is no longer in use; the last one stays, since without one nothing is proved. */
    public function retire(string $meterId, \DateTimeImmutable $at, string $personId): void
    {
        $meter = $this->em->find(ShopMeter::class, $meterId);
        if (null === $meter || $meter->isRetired()) {
            throw Refused::notFound('meter in use');
        }
        if ([$meterId] === $this->meters->inUse()) {
            throw Refused::conflict('This is the only meter. List another before it goes: without one nothing is proved discharged.');
        }
        $meter->retire($at);
        $name = $meter->document()['name'] ?? '';
        $this->record->changed($personId, 'meter', ['name' => $name, 'use' => 'in use'], ['name' => $name, 'use' => 'retired']);
        $this->em->flush();
        $this->meters->reset();
    }
}
