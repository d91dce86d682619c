<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\JudgedPoint;

/**
 * Beyond which values a reading at a point, taken now, breaks a stop rule by itself (SAFE-6): found by asking the judge.
 *
 * They are handed to the entry line beforehand, so that OFF stands at once, even with the server away. What only several readings
 * together break is not among them.
 */
final readonly class StopBounds
{
    /** So far the judge is asked, V: more stands in no amplifier of this bench (our choice). */
    private const MOST_VOLTS = 2000.0;
    private const MOST_AMPERES = 10.0;
    /** The first step from what belongs there: a share of it, of at least one volt or ten milliamperes (our choice); each next is twice as long. */
    private const FIRST_STEP = 0.0625;
    private const LEAST_VOLTS = 1.0;
    private const LEAST_AMPERES = 0.01;
    /** How well a bound is known, as a share of the way to it (our choice). */
    private const FINENESS = 1e-3;

    /**
     * @param float|null $below volts or amperes; null where none is too low
     * @param float|null $above likewise
     */
    private function __construct(public ?float $below, public ?float $above)
    {
    }

    /** What is stopped already, or off, cannot be stopped. */
    public static function none(): self
    {
        return new self(null, null);
    }

    public static function of(JudgedPoint $judged, JudgedBench $bench, ChassisState $state): self
    {
        $point = $judged->point;
        $healthy = $judged->next()->volts ?? $point->printedVolts ?? 0.0;
        $breaks = static function (float $value) use ($point, $bench, $state): bool {
            $judgement = $bench->foreseen($point, $value);

            return null !== Stop::brokenBy($point->place, $judgement->verdict, $judgement->reasonCode, null, $judgement->figures, $state, 0.0);
        };
        [$least, $most] = match ($point->function) {
            MeterFunction::DcVolts => [self::LEAST_VOLTS, self::MOST_VOLTS],
            MeterFunction::DcAmperes => [self::LEAST_AMPERES, self::MOST_AMPERES],
            default => [0.0, 0.0],
        };
        if (0.0 === $most || !$state->isOnMains() || $breaks($healthy)) {
            return self::none();
        }
        $step = self::FIRST_STEP * max($least, abs($healthy));

        return new self(self::bound($breaks, $healthy, -$step, -$most), self::bound($breaks, $healthy, $step, $most));
    }

    /** @param \Closure(float): bool $breaks */
    private static function bound(\Closure $breaks, float $healthy, float $step, float $far): ?float
    {
        if (!$breaks($far)) {
            return null;
        }
        [$inner, $outer] = [$healthy, $healthy + $step];
        while (abs($outer) < abs($far) && !$breaks($outer)) {
            $step *= 2;
            [$inner, $outer] = [$outer, $healthy + $step];
        }
        $outer = abs($outer) < abs($far) ? $outer : $far;
        while (abs($outer - $inner) > self::FINENESS * abs($outer - $healthy)) {
            $middle = ($inner + $outer) / 2;
            if ($breaks($middle)) {
                $outer = $middle;
            } else {
                $inner = $middle;
            }
        }

        return $outer;
    }
}
