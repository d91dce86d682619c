<?php

declare(strict_types=1);

namespace Yew\Server\Owner\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The link under which an owner reads one estimate. Its token is kept nowhere: only what it hashes to. */
#[ORM\Entity]
#[ORM\Table(name: 'owner_link')]
class OwnerLink
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        /** of the tape: the estimate as it was sent */
        #[ORM\Column(type: Types::GUID)]
        public readonly string $entryId,
        #[ORM\Column(length: 64, options: ['fixed' => true])]
        public readonly string $tokenHash,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $expiresAt,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $madeAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $madeBy,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $revokedAt = null,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $answeredAt = null,
    ) {
    }

    public function isOpen(\DateTimeImmutable $now): bool
    {
        return null === $this->revokedAt && $now < $this->expiresAt;
    }

    public function isAnswered(): bool
    {
        return null !== $this->answeredAt;
    }

    public function revoke(\DateTimeImmutable $at): void
    {
        $this->revokedAt ??= $at;
    }

    public function answered(\DateTimeImmutable $at): void
    {
        $this->answeredAt = $at;
    }
}
