<?php

declare(strict_types=1);

namespace Yew\Server\Instrument\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The unit that an instrument hangs on, and the function that it was set to there: one chassis at a time. */
#[ORM\Entity]
#[ORM\Table(name: 'instrument_use')]
class InstrumentUse
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $instrumentId,
        #[ORM\Column(type: Types::GUID)]
        private string $jobId,
        #[ORM\Column(type: Types::GUID)]
        private string $unitId,
        #[ORM\Column(type: Types::GUID)]
        private string $personId,
        #[ORM\Column(length: 20)]
        private string $function,
        #[ORM\Column(type: 'instant')]
        private \DateTimeImmutable $since,
    ) {
    }

    public function isOf(string $jobId, string $unitId): bool
    {
        return $this->jobId === $jobId && $this->unitId === $unitId;
    }

    public function jobId(): string
    {
        return $this->jobId;
    }

    public function unitId(): string
    {
        return $this->unitId;
    }

    public function personId(): string
    {
        return $this->personId;
    }

    public function function(): string
    {
        return $this->function;
    }

    public function since(): \DateTimeImmutable
    {
        return $this->since;
    }

    public function moveTo(string $jobId, string $unitId, string $personId, string $function, \DateTimeImmutable $since): void
    {
        [$this->jobId, $this->unitId, $this->personId, $this->function, $this->since] = [$jobId, $unitId, $personId, $function, $since];
    }
}
