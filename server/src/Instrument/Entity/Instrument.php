<?php

declare(strict_types=1);

namespace Yew\Server\Instrument\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A meter of the shop that answers on the network; its profile is docs/formats/instrument-profile.schema.json. */
#[ORM\Entity]
#[ORM\Table(name: 'instrument')]
class Instrument
{
    #[ORM\Column(type: 'instant', nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    /** @param array<string, mixed> $profile */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 80)]
        public readonly string $name,
        #[ORM\Column(length: 40)]
        public readonly string $meterId,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $profile,
        #[ORM\Column(length: 60)]
        public readonly string $host,
        #[ORM\Column]
        public readonly int $port,
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
