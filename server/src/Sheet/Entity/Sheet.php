<?php

declare(strict_types=1);

namespace Yew\Server\Sheet\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A circuit sheet by name; what it says stands in its versions. */
#[ORM\Entity]
#[ORM\Table(name: 'sheet')]
class Sheet
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 80)]
        private string $name,
    ) {
    }

    public function name(): string
    {
        return $this->name;
    }

    public function rename(string $name): void
    {
        $this->name = $name;
    }
}
