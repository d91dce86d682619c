<?php

declare(strict_types=1);

namespace Yew\Server\Drawer\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Drawer\TubeState;

/** A physical tube of the shop by its label; what it is now follows from what was said of it. */
#[ORM\Entity]
#[ORM\Table(name: 'tube')]
class Tube
{
    public function __construct(
        #[ORM\Id, ORM\Column(length: 16)]
        public readonly string $label,
        #[ORM\Column(length: 20)]
        private string $type,
        #[ORM\Column(length: 80)]
        private string $maker,
        #[ORM\Column(length: 20)]
        private TubeState $state,
        #[ORM\Column(type: 'instant')]
        private \DateTimeImmutable $stateAt,
        #[ORM\Column(type: Types::BIGINT, nullable: true)]
        private ?int $priceMinor,
        #[ORM\Column(type: 'instant')]
        public readonly \DateTimeImmutable $addedAt,
    ) {
    }

    public function type(): string
    {
        return $this->type;
    }

    public function maker(): string
    {
        return $this->maker;
    }

    /** As somebody said last; whether it stands in a socket since, the tape knows. */
    public function said(): TubeState
    {
        return $this->state;
    }

    /** Seconds since the epoch. */
    public function saidAt(): float
    {
        return (float) $this->stateAt->format('U.u');
    }

    public function priceMinor(): ?int
    {
        return $this->priceMinor;
    }

    public function becomes(TubeState $state, \DateTimeImmutable $at): void
    {
        $this->state = $state;
        $this->stateAt = $at;
    }

    public function costs(int $priceMinor): void
    {
        $this->priceMinor = $priceMinor;
    }

    public function corrected(string $type, string $maker): void
    {
        $this->type = $type;
        $this->maker = $maker;
    }
}
