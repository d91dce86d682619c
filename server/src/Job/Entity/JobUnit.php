<?php

declare(strict_types=1);

namespace Yew\Server\Job\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A unit on a job, with the sheet version it is measured against. */
#[ORM\Entity]
#[ORM\Table(name: 'job_unit')]
class JobUnit
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne(inversedBy: 'units'), ORM\JoinColumn(nullable: false)]
        public readonly Job $job,
        #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Unit $unit,
        #[ORM\Column(type: Types::GUID, nullable: true)]
        private ?string $sheetVersionId,
    ) {
    }

    public function sheetVersionId(): ?string
    {
        return $this->sheetVersionId;
    }

    public function measureAgainst(string $sheetVersionId): void
    {
        $this->sheetVersionId = $sheetVersionId;
    }
}
