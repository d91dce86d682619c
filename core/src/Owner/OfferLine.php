<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\EstimateLine;
use Yew\Core\Estimate\MinorUnits;

/** A line of an offer in the owner’s words, with what it costs. */
final readonly class OfferLine
{
    /**
     * @param string       $text     what is done
     * @param string       $why      plain words, made from the finding’s figures and editable
     * @param int          $parts    net, minor units
     * @param string       $partOf   unit and part that it is about, `unit-id station part`; empty for work of no part
     * @param list<string> $openings ids
     */
    private function __construct(public string $id, public string $text, public string $why, public Tier $tier, public int $minutes, public int $parts, public array $openings, public int $taxBasisPoints, public string $partOf)
    {
    }

    /** @throws BadData */
    public static function decode(Fields $fields): self
    {
        $line = new self(
            Prices::id($fields, 'id'), $fields->string('text', 200), $fields->optionalText('why', 600), $fields->oneOf('tier', Tier::class), $fields->whole('minutes', 0, Prices::MOST_MINUTES), $fields->whole('partsMinor', 0, MinorUnits::MOST),
            $fields->strings('openings', 5), $fields->whole('taxBasisPoints', 0, Prices::MOST_BASIS_POINTS), $fields->optionalText('partOf', 120),
        );
        $fields->done();

        return $line;
    }

    /** @return array<string, mixed> as decode() reads it */
    public function toArray(): array
    {
        return ['id' => $this->id, 'text' => $this->text, 'why' => $this->why, 'tier' => $this->tier->value, 'minutes' => $this->minutes, 'partsMinor' => $this->parts, 'openings' => $this->openings, 'taxBasisPoints' => $this->taxBasisPoints, 'partOf' => $this->partOf];
    }

    public function priced(bool $wanted): EstimateLine
    {
        return new EstimateLine($this->id, $this->minutes, $this->parts, $this->openings, $this->taxBasisPoints, $wanted);
    }
}
