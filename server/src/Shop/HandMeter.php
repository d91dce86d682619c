<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Yew\Core\Bench\Meter;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Server\Shop\Entity\ShopMeter;

/**
 * A meter from what stands on the back page of its manual: counts, input resistance, the worst accuracy of each function.
 *
 * Ranges follow from the counts as is common practice: 6000 counts are 0.6, 6, 60 and 600 V, the last range is the highest volts that it may be given.
 */
final readonly class HandMeter
{
    /** Counts that hand-held and bench meters have (common practice). */
    public const COUNTS = [2000, 4000, 6000, 20000, 40000, 50000, 60000];
    /** Input resistance that a voltmeter for this work has, Ω: below, it is a moving coil of another sort (our choice). */
    private const INPUT_OHMS = [100e3, 1e12];
    private const HIGHEST_VOLTS = [300.0, 5000.0];
    private const LOWEST_VOLTS = 0.1;
    private const OHMS = [100.0, 100e6];
    /** Of the currents that bias is measured by; a jack for ten amperes is not counted on (our choice). */
    private const AMPERES = [0.001, 0.4];

    /**
     * @param float                $inputOhms Ω, of both volt functions
     * @param float                $highest   V
     * @param array<string, float> $percents  accuracy by function, percent of reading
     * @param array<string, mixed> $acVolts   what else is known of its AC volts, as the meter's document has it
     * @param array<string, mixed> $itself    what else is known of the meter, likewise
     */
    private function __construct(public string $name, public int $counts, public float $inputOhms, public float $highest, public float $digits, public array $percents, private array $acVolts = [], private array $itself = [])
    {
    }

    /** @throws BadData */
    public static function decode(Fields $fields): self
    {
        $counts = $fields->whole('counts', 2000, 60000);
        if (!\in_array($counts, self::COUNTS, true)) {
            throw $fields->fault('counts', implode(', ', self::COUNTS).' are known');
        }
        $meter = new self(
            trim($fields->string('name', 80)), $counts, $fields->number('inputResistanceOhms', ...self::INPUT_OHMS), $fields->number('highestVolts', ...self::HIGHEST_VOLTS), $fields->number('accuracyDigits', 0, 100),
            array_filter([
                'dc-volts' => self::percent($fields, 'dcVoltsPercent'), 'ac-volts' => self::percent($fields, 'acVoltsPercent'), 'ohms' => self::percent($fields, 'ohmsPercent'),
                'dc-amperes' => $fields->has('dcAmperesPercent') ? self::percent($fields, 'dcAmperesPercent') : null,
            ], is_float(...)),
            array_filter(['detector' => $fields->optionalString('detector'), 'bandHertz' => null === $fields->optionalObject('bandHertz') ? null : $fields->raw('bandHertz')], static fn (mixed $v): bool => null !== $v),
            array_filter(['ratedVolts' => $fields->optionalNumber('ratedVolts', 0.0, 50000.0), 'calibratedOn' => $fields->optionalString('calibratedOn')], static fn (mixed $v): bool => null !== $v),
        );
        $fields->raw('bandHertz');
        $fields->done();

        Meter::decode($meter->listed('new')->document(), $fields->path); // whatever it says is understood, or it is not listed

        return '' === $meter->name ? throw $fields->fault('name', 'a name belongs here') : $meter;
    }

    /**
     * The meter of a shop that has listed none: without one a chassis could never be proved discharged, for a proof names its meter.
     *
     * Its figures are our choice, on the safe side: 10 MΩ is common practice for hand-held digital meters, and their DC volts are mostly
     * better than ±1 %; an accuracy that nobody entered is taken as worse than that, and its name says so.
     */
    public static function general(): self
    {
        return new self('Hand-held meter, taken as 10 MΩ and ±2 %', 6000, 10e6, 1000.0, 5.0, ['dc-volts' => 2.0, 'ac-volts' => 3.0, 'ohms' => 2.0]);
    }

    public function listed(string $id): ShopMeter
    {
        $functions = [];
        foreach ($this->percents as $function => $percent) {
            [$first, $last] = match ($function) {
                'ohms' => self::OHMS,
                'dc-amperes' => self::AMPERES,
                default => [self::LOWEST_VOLTS, $this->highest],
            };
            $ranges = [];
            foreach ($this->maxima($first, $last) as $max) {
                $ranges[] = ['max' => $max, 'resolution' => 10.0 ** ceil(log10($max / $this->counts) - 1e-9), 'accuracyPercent' => $percent, 'accuracyDigits' => $this->digits];
            }
            $functions[] = ['function' => $function, ...(str_ends_with($function, 'volts') ? ['inputResistanceOhms' => $this->inputOhms] : []), ...('ac-volts' === $function ? $this->acVolts : []), 'ranges' => $ranges];
        }

        return new ShopMeter($id, ['id' => $id, 'name' => $this->name, 'functions' => $functions, ...$this->itself]);
    }

    /** @return list<float> full scales, in the function's unit; the last is the highest that it shows */
    private function maxima(float $first, float $last): array
    {
        $lead = (float) substr((string) $this->counts, 0, 1);
        $maxima = [];
        for ($decade = floor(log10($first)); ($max = $lead * 10.0 ** $decade) < $last; ++$decade) {
            if ($max >= $first) {
                $maxima[] = $max;
            }
        }
        $maxima[] = $last;

        return $maxima;
    }

    private static function percent(Fields $fields, string $name): float
    {
        return $fields->number($name, 0.001, 20);
    }
}
