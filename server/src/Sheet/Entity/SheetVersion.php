<?php

declare(strict_types=1);

namespace Yew\Server\Sheet\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One immutable version of a sheet: its document as canonical JSON, and the hash over it. */
#[ORM\Entity]
#[ORM\Table(name: 'sheet_version')]
#[ORM\UniqueConstraint(columns: ['sheet_id', 'number'])]
#[ORM\UniqueConstraint(columns: ['sheet_id', 'hash'])]
class SheetVersion
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Sheet $sheet,
        #[ORM\Column]
        public readonly int $number,
        #[ORM\Column(length: 64)]
        public readonly string $hash,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $document,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $madeAt,
        #[ORM\Column(type: Types::GUID, nullable: true)]
        public readonly ?string $madeBy,
    ) {
    }

    /** @return array<mixed> */
    public function data(): array
    {
        $data = json_decode($this->document, true, 64, \JSON_THROW_ON_ERROR);

        return \is_array($data) ? $data : [];
    }
}
