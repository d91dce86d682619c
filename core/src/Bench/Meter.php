<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ErrorSource;
use Yew\Core\Quantity\Figure;

/** A meter of the shop: what it loads the circuit with, how far it may be off, and which waves it reads (COND-4, COND-5b, JUDGE-7b). */
final readonly class Meter
{
    /** The mains of any place, Hz: a band that leaves out one of them is none for the bench. */
    private const MAINS_HERTZ = [50.0, 60.0];
    private const MOST_HERTZ = 1e9;
    public const MOST_LEADS_OHMS = 2.0;
    private const MOST_RATED_VOLTS = 50000.0;

    /**
     * @param array<string, list<MeterRange>> $ranges              by function, smallest first
     * @param array<string, float>            $inputResistanceOhms by function
     * @param Detector|null                   $detector            of AC volts; null where nobody said
     * @param array{float, float}|null        $bandHertz           of AC volts; null where nobody said
     * @param LeadsZero|null                  $leadsZero           null where nobody held the leads together
     * @param float|null                      $ratedVolts          what its jacks and leads may touch, V DC (SAFE-7); null where nobody said
     * @param string|null                     $calibratedOn        a day
     */
    private function __construct(
        public string $id,
        public string $name,
        private array $ranges,
        private array $inputResistanceOhms,
        public ?Detector $detector,
        public ?array $bandHertz,
        public ?LeadsZero $leadsZero,
        public ?float $ratedVolts,
        public ?string $calibratedOn,
    ) {
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
        $detector = $band = $zero = null;
        foreach ($fields->objects('functions', 10) as $item) {
            $function = $item->oneOf('function', MeterFunction::class)->value;
            $ohms = $item->optionalPositive('inputResistanceOhms');
            if (null !== $ohms) {
                $resistance[$function] = $ohms;
            }
            if (MeterFunction::AcVolts->value === $function) {
                $detector = null === $item->raw('detector') ? null : $item->oneOf('detector', Detector::class);
                $band = self::band($item->optionalObject('bandHertz'));
            }
            if (MeterFunction::Ohms->value === $function) {
                $zero = self::zero($item->optionalObject('leadsZero'));
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
        $meter = new self($fields->string('id'), $fields->string('name'), $ranges, $resistance, $detector, $band, $zero, $fields->optionalNumber('ratedVolts', 0.0, self::MOST_RATED_VOLTS), $fields->optionalDay('calibratedOn'));
        $fields->done();

        return $meter;
    }

    /**
     * Why AC volts of the mains mean nothing by this meter (COND-5b).
     *
     * @param bool $behindLamp the wave is no sine there
     *
     * @return string|null a code of the wording; null where it may be read
     */
    public function mainsObstacle(bool $behindLamp): ?string
    {
        return match (true) {
            null !== $this->bandHertz && ($this->bandHertz[0] > self::MAINS_HERTZ[0] || $this->bandHertz[1] < self::MAINS_HERTZ[1]) => 'meter-beyond-band',
            !$behindLamp, Detector::TrueRms === $this->detector => null,
            Detector::Average === $this->detector => 'meter-averages',
            default => 'meter-detector-unknown',
        };
    }

    /** Whether it reads AC of this frequency, Hz; true where nobody said what it reads. */
    public function reaches(float $hertz): bool
    {
        return null === $this->bandHertz || ($hertz >= $this->bandHertz[0] && $hertz <= $this->bandHertz[1]);
    }

    /**
     * @return array{float, float}|null
     *
     * @throws BadData
     */
    private static function band(?Fields $fields): ?array
    {
        if (null === $fields) {
            return null;
        }
        $low = $fields->number('low', 0.0, self::MOST_HERTZ);
        $high = $fields->number('high', 0.0, self::MOST_HERTZ);
        $fields->done();

        return $low < $high ? [$low, $high] : throw $fields->fault('high', 'above the low end, please');
    }

    /** @throws BadData */
    private static function zero(?Fields $fields): ?LeadsZero
    {
        if (null === $fields) {
            return null;
        }
        $zero = new LeadsZero($fields->number('ohms', 0.0, self::MOST_LEADS_OHMS), $fields->day('measuredOn'));
        $fields->done();

        return $zero;
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
