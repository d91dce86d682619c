<?php

declare(strict_types=1);

namespace Yew\Server\Photo\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A photo of an amplifier on the bench. Its caption and pins stand on the tape; the picture may be taken away, its mark stays. */
#[ORM\Entity]
#[ORM\Table(name: 'photo')]
#[ORM\Index(name: 'photo_job', columns: ['job_id'])]
class Photo
{
    #[ORM\Column(type: 'instant', nullable: true)]
    private ?\DateTimeImmutable $removedAt = null;

    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $unitId,
        #[ORM\Column(length: 64)]
        public readonly string $sha256,
        #[ORM\Column]
        public readonly int $width,
        #[ORM\Column]
        public readonly int $height,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $addedAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $addedBy,
    ) {
    }

    public function isRemoved(): bool
    {
        return null !== $this->removedAt;
    }

    public function remove(\DateTimeImmutable $at): void
    {
        $this->removedAt = $at;
    }
}
