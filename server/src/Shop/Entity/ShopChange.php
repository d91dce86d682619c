<?php

declare(strict_types=1);

namespace Yew\Server\Shop\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** That somebody changed how the shop works, and to what. Written once (REC-5). */
#[ORM\Entity]
#[ORM\Table(name: 'shop_change')]
class ShopChange
{
    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $after
     */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $madeAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $personId,
        #[ORM\Column(length: 20)]
        public readonly string $what,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $before,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $after,
    ) {
    }
}
