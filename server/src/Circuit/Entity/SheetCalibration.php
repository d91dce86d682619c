<?php

declare(strict_types=1);

namespace Yew\Server\Circuit\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A calibration of one sheet version: immutable, and made anew by a newer core or newer tube data (contract §1). */
#[ORM\Entity]
#[ORM\Table(name: 'sheet_calibration')]
#[ORM\UniqueConstraint(columns: ['sheet_hash', 'core_version', 'tube_data_version'])]
class SheetCalibration
{
    /** @param array<string, mixed> $document as Calibration::toArray() gave it */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 64)]
        public readonly string $sheetHash,
        #[ORM\Column(length: 20)]
        public readonly string $coreVersion,
        #[ORM\Column(length: 20)]
        public readonly string $tubeDataVersion,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $document,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $madeAt,
    ) {
    }
}
