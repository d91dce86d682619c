<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What the shop is called on paper, where its clocks are, and which words it uses. */
final readonly class ShopHead
{
    /** @param 'us'|'uk' $vocabulary */
    public function __construct(public string $name, public string $address, public string $timeZone, public string $vocabulary, public string $closingWords)
    {
    }

    /** @throws BadData */
    public static function decode(Fields $fields): self
    {
        $name = trim($fields->string('name', 120));
        if ('' === $name) {
            throw $fields->fault('name', 'a name belongs here');
        }
        $zone = $fields->string('timeZone', 60);
        if (!\in_array($zone, \DateTimeZone::listIdentifiers(), true)) {
            throw $fields->fault('timeZone', 'there is no such time zone; for example Europe/London');
        }
        $vocabulary = match ($fields->string('vocabulary', 2)) {
            'us' => 'us',
            'uk' => 'uk',
            default => throw $fields->fault('vocabulary', 'us or uk'),
        };
        $head = new self($name, $fields->optionalText('address', 400), $zone, $vocabulary, $fields->optionalText('closingWords', 400));
        $fields->done();

        return $head;
    }

    /** @return array{name: string, address: string, timeZone: string, vocabulary: 'us'|'uk', closingWords: string} */
    public function toArray(): array
    {
        return ['name' => $this->name, 'address' => $this->address, 'timeZone' => $this->timeZone, 'vocabulary' => $this->vocabulary, 'closingWords' => $this->closingWords];
    }
}
