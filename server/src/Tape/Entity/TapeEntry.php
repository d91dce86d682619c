<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One entry of the running record (contract §4). Written once, never changed: the database role may not. */
#[ORM\Entity]
#[ORM\Table(name: 'tape_entry')]
#[ORM\UniqueConstraint(columns: ['job_id', 'job_sequence'])]
#[ORM\UniqueConstraint(columns: ['unit_id', 'unit_sequence'])]
#[ORM\UniqueConstraint(columns: ['person_id', 'device', 'counter'])]
class TapeEntry
{
    /**
     * @param array<string, mixed>      $payload    as docs/formats/tape/KIND.VERSION.json
     * @param array<string, mixed>|null $conditions snapshot of what was stated then
     * @param array<string, mixed>|null $judgement  as given then
     * @param array<string, mixed>|null $refusal    why the entry counts nowhere: {code, figures}
     */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: Types::GUID, nullable: true)]
        public readonly ?string $unitId,
        #[ORM\Column(length: 30)]
        public readonly string $kind,
        #[ORM\Column]
        public readonly int $v,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $payload,
        #[ORM\Column(type: Types::GUID, nullable: true)]
        public readonly ?string $conditionsId,
        #[ORM\Column(type: Types::JSON, nullable: true, options: ['jsonb' => true])]
        public readonly ?array $conditions,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $personId,
        #[ORM\Column(length: 60)]
        public readonly string $device,
        #[ORM\Column(type: Types::BIGINT)]
        public readonly int $counter,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $observedAt,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $receivedAt,
        #[ORM\Column(type: Types::BIGINT, nullable: true)]
        public readonly ?int $unitSequence,
        #[ORM\Column(type: Types::BIGINT)]
        public readonly int $jobSequence,
        #[ORM\Column(type: Types::JSON, nullable: true, options: ['jsonb' => true])]
        public readonly ?array $judgement,
        #[ORM\Column(type: Types::JSON, nullable: true, options: ['jsonb' => true])]
        public readonly ?array $refusal,
        #[ORM\Column(length: 64)]
        public readonly string $bodyHash,
    ) {
    }

    /** Seconds since the epoch. */
    public function receivedSeconds(): float
    {
        return (float) $this->receivedAt->format('U.u');
    }

    /** Seconds since the epoch. */
    public function observedSeconds(): float
    {
        return (float) $this->observedAt->format('U.u');
    }
}
