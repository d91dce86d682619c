<?php

declare(strict_types=1);

namespace Yew\Server\Instrument\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** What an instrument showed at one place for a while; its samples stand in recording_sample (contract §4). */
#[ORM\Entity]
#[ORM\Table(name: 'recording')]
class Recording
{
    #[ORM\Column(type: 'instant', nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $unitId,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $instrumentId,
        #[ORM\Column(length: 40)]
        public readonly string $meterId,
        #[ORM\Column(length: 40)]
        public readonly string $place,
        #[ORM\Column(length: 20)]
        public readonly string $function,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $armedBy,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $begunAt,
    ) {
    }

    public function endedAt(): ?\DateTimeImmutable
    {
        return $this->endedAt;
    }

    public function end(\DateTimeImmutable $at): void
    {
        $this->endedAt ??= $at;
    }
}
