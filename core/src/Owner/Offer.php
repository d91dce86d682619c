<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\CanonicalJson;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\Estimate;
use Yew\Core\Estimate\EstimateLine;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Estimate\Opening;

/** An estimate as it is offered to the owner: once sent, its lines and prices stand under its hash (contract §14). */
final readonly class Offer
{
    private const MOST_LINES = 100;

    /**
     * @param list<OfferLine>                                  $lines
     * @param array<string, array{name: string, minutes: int}> $openings   by id
     * @param int                                              $hourlyRate net, minor units
     */
    private function __construct(public string $currency, public int $hourlyRate, public array $openings, public array $lines, public string $note)
    {
    }

    /**
     * @param Fields $fields {currency, hourlyRateMinor, openings, lines, note?}
     *
     * @throws BadData
     */
    public static function decode(Fields $fields): self
    {
        $currency = Prices::currency($fields);
        $rate = $fields->whole('hourlyRateMinor', 0, MinorUnits::MOST);
        $openings = Prices::openings($fields);
        $lines = [];
        foreach ($fields->objects('lines', self::MOST_LINES) as $item) {
            $line = OfferLine::decode($item);
            if (isset($lines[$line->id])) {
                throw $item->fault('id', \sprintf('the line %s is there twice', $line->id));
            }
            foreach ($line->openings as $opening) {
                if (!isset($openings[$opening])) {
                    throw $item->fault('openings', \sprintf('there is no opening called %s', mb_substr($opening, 0, 40)));
                }
            }
            $lines[$line->id] = $line;
        }
        $note = $fields->optionalText('note', 1000);
        $fields->done();

        return new self($currency, $rate, $openings, array_values($lines), $note);
    }

    /** @return array<string, mixed> as decode() reads it */
    public function toArray(): array
    {
        return [
            'currency' => $this->currency, 'hourlyRateMinor' => $this->hourlyRate,
            'openings' => array_map(static fn (string $id, array $o): array => ['id' => $id, ...$o], array_keys($this->openings), array_values($this->openings)),
            'lines' => array_map(static fn (OfferLine $l): array => $l->toArray(), $this->lines), 'note' => $this->note,
        ];
    }

    /** Of its canonical form: a line or a price that is another has another. */
    public function hash(): string
    {
        return CanonicalJson::hash($this->toArray());
    }

    /**
     * What it comes to with these answers; a line without one is not wanted.
     *
     * @param array<string, Answer> $answers by line
     */
    public function priced(array $answers): Estimate
    {
        $openings = [];
        foreach ($this->openings as $id => $opening) {
            $openings[$id] = new Opening($id, $opening['minutes']);
        }

        return Estimate::of(array_map(static fn (OfferLine $l): EstimateLine => $l->priced(Answer::Yes === ($answers[$l->id] ?? null)), $this->lines), $openings, $this->hourlyRate);
    }

    /**
     * An answer to every line: none is guessed (REC-1).
     *
     * @param Fields $given yes, no or later by line
     *
     * @return array<string, Answer>
     *
     * @throws BadData for a line without an answer, or an answer without a line
     */
    public function answered(Fields $given): array
    {
        $answers = [];
        foreach ($this->lines as $line) {
            $answers[$line->id] = $given->has($line->id) ? $given->oneOf($line->id, Answer::class) : throw $given->fault($line->id, 'yes, no or later belongs to every line');
        }
        $given->done();

        return $answers;
    }

    /**
     * Units and parts that the owner said yes to.
     *
     * @param array<string, Answer> $answers by line
     *
     * @return list<string> as partOf has them
     */
    public function approved(array $answers): array
    {
        return array_values(array_map(static fn (OfferLine $l): string => $l->partOf, array_filter($this->lines, static fn (OfferLine $l): bool => Answer::Yes === ($answers[$l->id] ?? null) && '' !== $l->partOf)));
    }
}
