<?php

declare(strict_types=1);

namespace Yew\Server\Report\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A report as it was handed out: the file is kept, with its hash. */
#[ORM\Entity]
#[ORM\Table(name: 'issued_report')]
class IssuedReport
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $issuedAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $issuedBy,
        #[ORM\Column(length: 64)]
        public readonly string $sha256,
    ) {
    }
}
