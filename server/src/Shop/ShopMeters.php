<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Service\ResetInterface;
use Yew\Core\Bench\Meter;
use Yew\Core\Bench\Meters;
use Yew\Server\Shop\Entity\ShopMeter;

/** The shop’s meters, read once a request. */
final class ShopMeters implements ResetInterface
{
    private ?Meters $meters = null;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** The next request knows nothing of this one. */
    public function reset(): void
    {
        $this->meters = null;
    }

    /** @return list<string> ids of those that still lie on the bench; what the others read before is judged by them all the same */
    public function inUse(): array
    {
        return array_values(array_map(static fn (ShopMeter $m): string => $m->id, array_filter($this->em->getRepository(ShopMeter::class)->findBy([], ['id' => 'ASC']), static fn (ShopMeter $m): bool => !$m->isRetired())));
    }

    public function find(?string $id): ?Meter
    {
        return $this->all()->find($id);
    }

    public function all(): Meters
    {
        if (null === $this->meters) {
            $meters = [];
            foreach ($this->em->getRepository(ShopMeter::class)->findBy([], ['id' => 'ASC']) as $meter) {
                $meters[$meter->id] = Meter::decode($meter->document());
            }
            $this->meters = new Meters($meters);
        }

        return $this->meters;
    }
}
