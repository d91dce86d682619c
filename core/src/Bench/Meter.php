<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;

/** A meter of the shop: what it loads the circuit with and how far it may be off (COND-4, JUDGE-7b). */
final readonly class Meter
{
    /**
     * @param array<string, list<MeterRange>> $ranges              by function, smallest first
     * @param array<string, float>            $inputResistanceOhms by function
     */
    private function __construct(public string $id, public string $name, private array $ranges, private array $inputResistanceOhms)
    {
    }

    /**
     * @param mixed $data as docs/formats/meter.schema.json
     *
     * @throws BadData
     */
    public static function decode(mixed $data, string $path = 'meter'): self
    {
        $fields = Fields::of($data, $path);
        $ranges = $resistance = [];
        foreach ($fields->objects('functions', 10) as $item) {
            $function = $item->oneOf('function', MeterFunction::class)->value;
            $ohms = $item->optionalPositive('inputResistanceOhms');
            if (null !== $ohms) {
                $resistance[$function] = $ohms;
            }
            $own = [];
            foreach ($item->objects('ranges', 20) as $range) {
                $own[] = new MeterRange($range->positive('max'), $range->positive('resolution'), $range->number('accuracyPercent', 0, 50), $range->number('accuracyDigits', 0, 100));
                $range->done();
            }
            usort($own, static fn (MeterRange $a, MeterRange $b): int => $a->max <=> $b->max);
            $ranges[$function] = $own;
            $item->done();
        }
        $meter = new self($fields->string('id'), $fields->string('name'), $ranges, $resistance);
        $fields->done();

        return $meter;
    }

    public function inputResistanceOhms(MeterFunction $function): ?float
    {
        return $this->inputResistanceOhms[$function->value] ?? null;
    }

    /** The smallest range that shows the value; null when every range is too small or the function is missing. */
    public function rangeFor(MeterFunction $function, float $value): ?MeterRange
    {
        foreach ($this->ranges[$function->value] ?? [] as $range) {
            if (abs($value) <= $range->max) {
                return $range;
            }
        }

        return null;
    }

    /** The highest value the function can show, null when the meter lacks it. */
    public function highest(MeterFunction $function): ?float
    {
        $ranges = $this->ranges[$function->value] ?? [];

        return [] === $ranges ? null : $ranges[\count($ranges) - 1]->max;
    }

    /**
     * A reading with its error sources: one gain error shared by all readings of this function, digits of its own.
     *
     * @param float  $typedResolution worth of the last digit that was typed
     * @param string $readingId       makes the digit error this reading's own
     */
    public function figure(MeterFunction $function, float $value, float $typedResolution, string $readingId): Figure
    {
        $range = $this->rangeFor($function, $value);
        $digits = null === $range ? 0.0 : $range->accuracyDigits * $range->resolution;

        return Figure::with(
            $value,
            new ErrorSource($this->id.'/'.$function->value.'/gain', ($range->accuracyPercent ?? 0.0) / 100, $value),
            new ErrorSource('digits:'.$readingId, $digits),
            new ErrorSource('rounding:'.$readingId, $typedResolution / 2),
        );
    }
}
