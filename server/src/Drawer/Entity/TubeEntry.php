<?php

declare(strict_types=1);

namespace Yew\Server\Drawer\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Something that was said of a tube: added, its state, its price, a note, a correction. Written once (REC-5). */
#[ORM\Entity]
#[ORM\Table(name: 'tube_entry')]
class TubeEntry
{
    /** @param array<string, mixed> $payload */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 16)]
        public readonly string $label,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $saidAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $personId,
        #[ORM\Column(length: 20)]
        public readonly string $kind,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $payload,
    ) {
    }
}
