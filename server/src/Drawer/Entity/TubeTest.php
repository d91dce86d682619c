<?php

declare(strict_types=1);

namespace Yew\Server\Drawer\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawer\DrawerTest;

/** A test of a tube in the drawer, as it was typed. Written once. */
#[ORM\Entity]
#[ORM\Table(name: 'tube_test')]
class TubeTest
{
    /** @param array<string, mixed> $document as DrawerTest keeps it */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $id,
        #[ORM\Column(length: 16)]
        public readonly string $label,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $takenAt,
        #[ORM\Column(type: Types::GUID)]
        public readonly string $personId,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $document,
    ) {
    }

    public function read(): DrawerTest
    {
        return DrawerTest::kept(Fields::of($this->document));
    }
}
