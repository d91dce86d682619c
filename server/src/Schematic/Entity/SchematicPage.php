<?php

declare(strict_types=1);

namespace Yew\Server\Schematic\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One page of a sheet's schematic as a picture, with where on it the sheet's places are. */
#[ORM\Entity]
#[ORM\Table(name: 'schematic_page')]
#[ORM\UniqueConstraint(columns: ['sheet_id', 'number'])]
class SchematicPage
{
    /** @var list<array{place: string, x: float, y: float}> in fractions of the page */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $marks = [];

    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $sheetId,
        #[ORM\Column]
        public readonly int $number,
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

    /** @param list<array{place: string, x: float, y: float}> $marks */
    public function mark(array $marks): void
    {
        $this->marks = $marks;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['id' => $this->id, 'number' => $this->number, 'width' => $this->width, 'height' => $this->height, 'marks' => $this->marks];
    }
}
