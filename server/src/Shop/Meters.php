<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Yew\Core\Bench\Meter;
use Yew\Server\Shop\Entity\ShopMeter;

/** The shop's meters by id. */
final class Meters
{
    /** @var array<string, Meter>|null */
    private ?array $meters = null;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    public function find(?string $id): ?Meter
    {
        return null === $id ? null : $this->all()[$id] ?? null;
    }

    /** @return array<string, Meter> */
    public function all(): array
    {
        if (null === $this->meters) {
            $this->meters = [];
            foreach ($this->em->getRepository(ShopMeter::class)->findBy([], ['id' => 'ASC']) as $meter) {
                $this->meters[$meter->id] = Meter::decode($meter->document);
            }
        }

        return $this->meters;
    }
}
