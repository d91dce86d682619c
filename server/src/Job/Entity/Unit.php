<?php

declare(strict_types=1);

namespace Yew\Server\Job\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A physical chassis with a serial; its history follows it from job to job. */
#[ORM\Entity]
#[ORM\Table(name: 'unit')]
class Unit
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly AmplifierOwner $owner,
        #[ORM\Column(length: 80)]
        public readonly string $maker,
        #[ORM\Column(length: 80)]
        public readonly string $model,
        #[ORM\Column(length: 80)]
        public readonly string $serial,
        #[ORM\Column(nullable: true)]
        public readonly ?float $wiredForVolts,
    ) {
    }
}
