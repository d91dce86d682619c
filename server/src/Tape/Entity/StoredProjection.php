<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The current state of one unit on one job, folded from the tape; `bench tape:rebuild` makes it anew. */
#[ORM\Entity]
#[ORM\Table(name: 'bench_projection')]
class StoredProjection
{
    /** @param array<string, mixed> $document */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $unitId,
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
}
