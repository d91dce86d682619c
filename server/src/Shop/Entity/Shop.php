<?php

declare(strict_types=1);

namespace Yew\Server\Shop\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Yew\Core\Owner\Prices;
use Yew\Core\Station\Practice;
use Yew\Server\Shop\ShopHead;

/** The one shop of this installation and the choices it made once. */
#[ORM\Entity]
#[ORM\Table(name: 'shop')]
class Shop
{
    /** @param 'us'|'uk' $vocabulary */
    public function __construct(
        #[ORM\Id, ORM\Column]
        public readonly int $id,
        #[ORM\Column(length: 120)]
        private string $name,
        #[ORM\Column(length: 400)]
        private string $address,
        #[ORM\Column(length: 60)]
        private string $timeZone,
        #[ORM\Column(length: 2)]
        private string $vocabulary,
        #[ORM\Column(length: 400)]
        private string $closingWords,
        /** @var array<string, mixed> */
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
        private array $practice = [],
        /** @var array<string, mixed> */
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
        private array $prices = [],
        #[ORM\Column(length: 64, nullable: true, options: ['fixed' => true])]
        private ?string $calendarTokenHash = null,
        /** @var array<string, string> */
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
        private array $words = [],
    ) {
    }

    public function head(): ShopHead
    {
        return new ShopHead($this->name, $this->address, $this->timeZone, $this->vocabulary, $this->closingWords, $this->words);
    }

    public function callItself(ShopHead $head): void
    {
        ['name' => $this->name, 'address' => $this->address, 'timeZone' => $this->timeZone, 'vocabulary' => $this->vocabulary, 'closingWords' => $this->closingWords] = $head->toArray();
        $this->words = $head->words;
    }

    public function practice(): Practice
    {
        return Practice::decode($this->practice);
    }

    public function prices(): Prices
    {
        return Prices::decode($this->prices);
    }

    public function charge(Prices $prices): void
    {
        $this->prices = $prices->toArray();
    }

    public function workBy(Practice $practice): void
    {
        $this->practice = $practice->toArray();
    }

    public function calendarTokenHash(): ?string
    {
        return $this->calendarTokenHash;
    }

    /** @param string|null $tokenHash null for no calendar any more */
    public function openCalendar(?string $tokenHash): void
    {
        $this->calendarTokenHash = $tokenHash;
    }
}
