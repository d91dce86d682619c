<?php

declare(strict_types=1);

namespace Yew\Server\Owner\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Codec\Fields;
use Yew\Core\Owner\Offer;

/** An estimate while it is being made; once sent it stands on the tape. */
#[ORM\Entity]
#[ORM\Table(name: 'estimate_draft')]
class EstimateDraft
{
    /** @param array<string, mixed> $document as Offer has it */
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::GUID)]
        public readonly string $jobId,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $document,
        #[ORM\Column(type: 'instant')]
        private \DateTimeImmutable $changedAt,
        #[ORM\Column(type: Types::GUID)]
        private string $changedBy,
    ) {
    }

    public function offer(): Offer
    {
        return Offer::decode(Fields::of($this->document));
    }

    public function becomes(Offer $offer, \DateTimeImmutable $at, string $personId): void
    {
        $this->document = $offer->toArray();
        $this->changedAt = $at;
        $this->changedBy = $personId;
    }

    /** @return array{at: \DateTimeImmutable, by: string} */
    public function changed(): array
    {
        return ['at' => $this->changedAt, 'by' => $this->changedBy];
    }
}
