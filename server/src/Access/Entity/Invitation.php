<?php

declare(strict_types=1);

namespace Yew\Server\Access\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The one-time link by which somebody sets a password. Its token is kept nowhere: only what it hashes to. */
#[ORM\Entity]
#[ORM\Table(name: 'invitation')]
class Invitation
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $personId,
        #[ORM\Column(length: 64, options: ['fixed' => true])]
        public readonly string $tokenHash,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $expiresAt,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $madeAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $madeBy,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $closedAt = null,
    ) {
    }

    public function isOpen(\DateTimeImmutable $now): bool
    {
        return null === $this->closedAt && $now < $this->expiresAt;
    }

    /** Used, or taken back: either way it opens nothing more. */
    public function close(\DateTimeImmutable $at): void
    {
        $this->closedAt ??= $at;
    }
}
