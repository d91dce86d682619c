<?php

declare(strict_types=1);

namespace Yew\Server\Shop\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A piece of the shop's equipment; the document is docs/formats/equipment.schema.json. */
#[ORM\Entity]
#[ORM\Table(name: 'equipment')]
class ShopThing
{
    #[ORM\Column(type: 'instant', nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    /** @param array<string, mixed> $document */
    public function __construct(
        #[ORM\Id, ORM\Column(length: 40)]
        public readonly string $id,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $document,
    ) {
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return $this->document;
    }

    /** @param array<string, mixed> $document */
    public function replace(array $document): void
    {
        $this->document = $document;
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
