<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What the shop is called on paper, where its clocks are, and which words it uses. */
final readonly class ShopHead
{
    private const MOST_WORDS = 40;

    /**
     * @param 'us'|'uk'             $vocabulary
     * @param array<string, string> $words      of its own, by the word that the code says
     */
    public function __construct(public string $name, public string $address, public string $timeZone, public string $vocabulary, public string $closingWords, public array $words = [])
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
        $head = new self($name, $fields->optionalText('address', 400), $zone, $vocabulary, $fields->optionalText('closingWords', 400), self::words($fields));
        $fields->done();

        return $head;
    }

    /**
     * @return array<string, string>
     *
     * @throws BadData for what is no word
     */
    private static function words(Fields $fields): array
    {
        $words = [];
        $given = Fields::named($fields->raw('words'));
        foreach ($given as $word => $own) {
            if (!\is_string($own) || mb_strlen($own) > 40 || 1 !== preg_match('/^[\p{L}\p{N}+ \x27’-]*$/u', $own) || \count($given) > self::MOST_WORDS) {
                throw $fields->fault('words', 'a word of at most 40 letters belongs to each');
            }
            if ('' !== trim($own)) {
                $words[$word] = trim($own);
            }
        }
        ksort($words);

        return $words;
    }

    /** @return array{name: string, address: string, timeZone: string, vocabulary: 'us'|'uk', closingWords: string, words: array<string, string>} */
    public function toArray(): array
    {
        return ['name' => $this->name, 'address' => $this->address, 'timeZone' => $this->timeZone, 'vocabulary' => $this->vocabulary, 'closingWords' => $this->closingWords, 'words' => $this->words];
    }
}
