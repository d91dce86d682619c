<?php

declare(strict_types=1);

namespace Yew\Server\Job\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Whose amplifier it is. Names and addresses live here alone, never on the tape. */
#[ORM\Entity]
#[ORM\Table(name: 'amplifier_owner')]
class AmplifierOwner
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 120)]
        public readonly string $name,
        #[ORM\Column(length: 60)]
        public readonly string $phone,
        #[ORM\Column(length: 160)]
        public readonly string $email,
    ) {
    }
}
