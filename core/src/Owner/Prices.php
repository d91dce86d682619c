<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Estimate\Estimate;
use Yew\Core\Estimate\EstimateLine;
use Yew\Core\Estimate\MinorUnits;
use Yew\Core\Estimate\Opening;

/** What the shop charges, and how long its usual work takes: a shop setting (REC-2; the minutes are common practice). */
final readonly class Prices
{
    public const MOST_MINUTES = 6000;
    public const MOST_BASIS_POINTS = 5000;
    private const MOST_OPENINGS = 20;
    private const MOST_ITEMS = 60;
    /** Minutes of the usual work on a part once it can be reached, and what must be open for it, by station (common practice: five a part). */
    private const USUAL = ['look' => [15, ''], 'iron' => [90, 'chassis'], 'capacitors' => [5, 'board'], 'resistors' => [5, 'board'], 'tubes' => [5, '']];

    /**
     * @param string                                                   $currency       ISO 4217
     * @param int                                                      $taxBasisPoints hundredths of a percent
     * @param int                                                      $hourlyRate     net, minor units
     * @param array<string, array{name: string, minutes: int}>         $openings       by id
     * @param array<string, array{minutes: int, opening: string}>      $work           usual work by station; an empty opening for none
     * @param list<array{text: string, minutes: int, opening: string}> $items          other work that comes up again and again
     */
    private function __construct(public string $currency, public int $taxBasisPoints, public int $hourlyRate, public array $openings, public array $work, public array $items = [])
    {
    }

    public static function usual(): self
    {
        return new self('GBP', 2000, 4800, ['board' => ['name' => 'the board out', 'minutes' => 35], 'chassis' => ['name' => 'the chassis out of its cabinet', 'minutes' => 20]], array_map(static fn (array $w): array => ['minutes' => $w[0], 'opening' => $w[1]], self::USUAL));
    }

    /**
     * @param array<mixed> $data as toArray() gives it; what is missing is as usual
     *
     * @throws BadData
     */
    public static function decode(array $data): self
    {
        $fields = Fields::of($data);
        $usual = self::usual();
        $currency = null === $fields->optionalString('currency', 3) ? $usual->currency : self::currency($fields);
        $tax = $fields->has('taxBasisPoints') ? $fields->whole('taxBasisPoints', 0, self::MOST_BASIS_POINTS) : $usual->taxBasisPoints;
        $rate = $fields->has('hourlyRateMinor') ? $fields->whole('hourlyRateMinor', 0, MinorUnits::MOST) : $usual->hourlyRate;
        $openings = $fields->has('openings') ? self::openings($fields) : $usual->openings;
        $work = $usual->work;
        foreach ($fields->objects('work', 20) as $item) {
            $station = $item->string('station', 40);
            if (!isset(self::USUAL[$station])) {
                throw $item->fault('station', \sprintf('no work is recommended by a station called %s', mb_substr($station, 0, 40)));
            }
            $opening = $item->optionalText('opening');
            if ('' !== $opening && !isset($openings[$opening])) {
                throw $item->fault('opening', 'there is no such opening');
            }
            $work[$station] = ['minutes' => $item->whole('minutes', 0, self::MOST_MINUTES), 'opening' => $opening];
            $item->done();
        }
        $items = self::items($fields, $openings);
        $fields->done();

        return new self($currency, $tax, $rate, $openings, array_map(static fn (array $w): array => ['minutes' => $w['minutes'], 'opening' => isset($openings[$w['opening']]) ? $w['opening'] : ''], $work), $items);
    }

    /**
     * @param array<string, array{name: string, minutes: int}> $openings by id
     *
     * @return list<array{text: string, minutes: int, opening: string}>
     *
     * @throws BadData
     */
    private static function items(Fields $fields, array $openings): array
    {
        $items = [];
        foreach ($fields->objects('items', self::MOST_ITEMS) as $item) {
            $text = trim($item->string('text', 200));
            if ('' === $text) {
                throw $item->fault('text', 'what is done belongs here');
            }
            $opening = $item->optionalText('opening');
            $items[] = ['text' => $text, 'minutes' => $item->whole('minutes', 0, self::MOST_MINUTES), 'opening' => isset($openings[$opening]) ? $opening : ''];
            $item->done();
        }

        return $items;
    }

    /**
     * @return string ISO 4217
     *
     * @throws BadData
     */
    public static function currency(Fields $fields): string
    {
        $currency = $fields->string('currency', 3);

        return 1 === preg_match('/^[A-Z]{3}$/D', $currency) ? $currency : throw $fields->fault('currency', 'three letters, such as GBP');
    }

    /**
     * @return array<string, array{name: string, minutes: int}> by id
     *
     * @throws BadData
     */
    public static function openings(Fields $fields): array
    {
        $openings = [];
        foreach ($fields->objects('openings', self::MOST_OPENINGS) as $opening) {
            $openings[self::id($opening, 'id')] = ['name' => $opening->string('name', 80), 'minutes' => $opening->whole('minutes', 0, self::MOST_MINUTES)];
            $opening->done();
        }

        return $openings;
    }

    /** @throws BadData */
    public static function id(Fields $fields, string $name): string
    {
        $id = $fields->string($name, 40);

        return 1 === preg_match('/^[A-Za-z][A-Za-z0-9 .\/+-]*$/D', $id) ? $id : throw $fields->fault($name, 'letters, digits and hyphens');
    }

    /** @return array{currency: string, taxBasisPoints: int, hourlyRateMinor: int, openings: list<array{id: string, name: string, minutes: int}>, work: list<array{station: string, minutes: int, opening: string}>, items: list<array{text: string, minutes: int, opening: string}>} */
    public function toArray(): array
    {
        return [
            'currency' => $this->currency, 'taxBasisPoints' => $this->taxBasisPoints, 'hourlyRateMinor' => $this->hourlyRate,
            'openings' => array_map(static fn (string $id, array $o): array => ['id' => $id, ...$o], array_keys($this->openings), array_values($this->openings)),
            'work' => array_map(static fn (string $station, array $w): array => ['station' => $station, ...$w], array_keys($this->work), array_values($this->work)),
            'items' => $this->items,
        ];
    }

    /**
     * What the usual work of a station costs without parts, minor units net.
     *
     * @return array{aloneMinor: int, whileOpenMinor: int} with everything it must open, and while that is open for other work
     */
    public function costs(string $station): array
    {
        $openings = array_map(fn (string $id): Opening => new Opening($id, $this->openings[$id]['minutes']), $this->openingsFor($station));
        $ids = array_map(static fn (Opening $o): string => $o->id, $openings);
        $line = fn (string $id, bool $wanted): EstimateLine => new EstimateLine($id, $wanted ? 0 : $this->minutesFor($station), 0, $ids, $this->taxBasisPoints, $wanted);
        $own = Estimate::of([$line('other', true), $line('own', false)], array_combine($ids, $openings), $this->hourlyRate)->lines[1];

        return ['aloneMinor' => $own->alone, 'whileOpenMinor' => $own->marginal];
    }

    public function minutesFor(string $station): int
    {
        return $this->work[$station]['minutes'] ?? 0;
    }

    /** @return list<string> */
    public function openingsFor(string $station): array
    {
        $opening = $this->work[$station]['opening'] ?? '';

        return '' === $opening ? [] : [$opening];
    }
}
