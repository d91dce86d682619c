<?php

declare(strict_types=1);

namespace Yew\Server\Shop\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A meter of the shop; the document is docs/formats/meter.schema.json. */
#[ORM\Entity]
#[ORM\Table(name: 'shop_meter')]
class ShopMeter
{
    /** @param array<string, mixed> $document */
    public function __construct(
        #[ORM\Id, ORM\Column(length: 40)]
        public readonly string $id,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $document,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $retiredAt = null,
    ) {
    }

    public function isRetired(): bool
    {
        return null !== $this->retiredAt;
    }

    public function retire(\DateTimeImmutable $at): void
    {
        $this->retiredAt ??= $at;
    }
}
