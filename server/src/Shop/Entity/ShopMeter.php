<?php

declare(strict_types=1);

namespace Yew\Server\Shop\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Bench\MeterFunction;

/** A meter of the shop; the document is docs/formats/meter.schema.json. */
#[ORM\Entity]
#[ORM\Table(name: 'shop_meter')]
class ShopMeter
{
    /** @param array<string, mixed> $document */
    public function __construct(
        #[ORM\Id, ORM\Column(length: 40)]
        public readonly string $id,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $document,
        #[ORM\Column(type: 'instant', nullable: true)]
        private ?\DateTimeImmutable $retiredAt = null,
    ) {
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return $this->document;
    }

    /**
     * Its leads were held together, and it showed so many ohms.
     *
     * @param string $day on which that was
     *
     * @return bool false where it reads no ohms
     */
    public function leadsRead(float $ohms, string $day): bool
    {
        $functions = \is_array($this->document['functions'] ?? null) ? $this->document['functions'] : [];
        $done = false;
        foreach ($functions as $n => $function) {
            if (\is_array($function) && MeterFunction::Ohms->value === ($function['function'] ?? null)) {
                $functions[$n] = [...$function, 'leadsZero' => ['ohms' => $ohms, 'measuredOn' => $day]];
                $done = true;
            }
        }
        $this->document = [...$this->document, 'functions' => $functions];

        return $done;
    }

    public function isRetired(): bool
    {
        return null !== $this->retiredAt;
    }

    public function retire(\DateTimeImmutable $at): void
    {
        $this->retiredAt ??= $at;
    }
}
