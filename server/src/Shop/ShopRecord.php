<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Uid\Uuid;
use Yew\Server\Shop\Entity\ShopChange;

/** Who changed what of the shop, when, from what to what. */
final readonly class ShopRecord
{
    private const SHOWN = 50;

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock)
    {
    }

    /**
     * Written with the next flush; what changed nothing is no change.
     *
     * @param 'head'|'prices'|'practice'|'meter'|'person'|'calendar'|'equipment'|'instrument' $what
     * @param array<string, mixed>                                                            $before
     * @param array<string, mixed>                                                            $after
     */
    public function changed(string $personId, string $what, array $before, array $after): void
    {
        if ($before !== $after) {
            $this->em->persist(new ShopChange(Uuid::v7()->toRfc4122(), $this->clock->now(), $personId, $what, $before, $after));
        }
    }

    /** @return list<ShopChange> the latest first */
    public function latest(): array
    {
        return $this->em->getRepository(ShopChange::class)->findBy([], ['madeAt' => 'DESC', 'id' => 'DESC'], self::SHOWN);
    }
}
