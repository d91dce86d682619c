<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/**
 * What the fall of B+ after switching off says, with no tubes in (PWR-4): slow is right, at once is a short, a miswire or a reservoir that
 * has lost its capacitance. With no bleeder, not falling is right too: the meter alone discharges it (20 µF × 10 MΩ = 200 s).
 *
 * No leak is claimed inside what the capacitors' tolerance explains.
 */
final class Decay
{
    /** A bank that begins lower says nothing, V (our choice). */
    public const LEAST_START_VOLTS = 20.0;
    /** Below this share of the start a reading is of the meter and the dielectric (our choice). */
    private const FLOOR_SHARE = 0.05;
    /** A fall must be at least that share of the start to be measured at all (our choice). */
    private const LEAST_FALL = 0.05;
    /** So many times faster than the fastest that belongs: no leak, a short or no capacitance (our choice). */
    private const AT_ONCE = 10.0;
    /** Up again by more than this share: something feeds it (our choice). */
    private const RISE_SHARE = 0.02;

    /**
     * @param list<array{float, float}> $samples seconds in rising order, and V; at least two
     * @param bool|null                 $wasLow  B+ had been low and its ripple high before; null where nobody looked
     *
     * @throws \InvalidArgumentException where the samples are no series
     */
    public static function judge(array $samples, DecayPath $path, ?bool $wasLow = null): Reason
    {
        [$begin, $start] = $samples[0] ?? throw new \InvalidArgumentException('a decay has a beginning');
        if (\count($samples) < 2) {
            throw new \InvalidArgumentException('and an end');
        }
        if ($start < self::LEAST_START_VOLTS) {
            return new Reason('decay-too-low', Verdict::CannotSay, ['startVolts' => $start, 'leastVolts' => self::LEAST_START_VOLTS]);
        }
        $last = [$begin, $start];
        foreach (\array_slice($samples, 1) as $n => [$at, $volts]) {
            if ($at <= $samples[$n][0]) {
                throw new \InvalidArgumentException('time goes on');
            }
            if ($volts > $samples[$n][1] + self::RISE_SHARE * $start) {
                return new Reason('decay-rises', Verdict::Danger, ['fromVolts' => $samples[$n][1], 'toVolts' => $volts]);
            }
            if ($last[1] > self::FLOOR_SHARE * $start) {
                $last = [$at, max($volts, self::FLOOR_SHARE * $start)];
            }
        }
        $seconds = $last[0] - $begin;
        $fall = 1.0 - $last[1] / $start;
        $belongs = ['leastSeconds' => $path->leastSeconds(), 'mostSeconds' => $path->mostSeconds()];
        if ($fall < self::LEAST_FALL) {
            $watch = -log(1.0 - self::LEAST_FALL) * $path->mostSeconds();

            return $seconds < $watch ? new Reason('decay-watch-longer', Verdict::CannotSay, ['watchSeconds' => $watch, ...$belongs]) : self::slow(\INF, $path, $belongs);
        }
        $constant = $seconds / -log(1.0 - $fall);

        return match (true) {
            $constant < $path->leastSeconds() / self::AT_ONCE => self::atOnce($constant, $wasLow, $belongs),
            $constant < $path->leastSeconds() => self::fast($constant, $path, $wasLow, $belongs),
            $constant <= $path->mostSeconds() => new Reason('decay-healthy', Verdict::Within, ['constantSeconds' => $constant, ...$belongs]),
            default => self::slow($constant, $path, $belongs),
        };
    }

    /** @param array<string, float> $belongs */
    private static function atOnce(float $constant, ?bool $wasLow, array $belongs): Reason
    {
        $figures = ['constantSeconds' => $constant, ...$belongs];

        return match ($wasLow) {
            true => new Reason('decay-lost-capacitance', Verdict::Out, $figures),
            false => new Reason('decay-shorted', Verdict::Danger, $figures),
            null => new Reason('decay-dragged-down', Verdict::Danger, $figures),
        };
    }

    /** @param array<string, float> $belongs */
    private static function fast(float $constant, DecayPath $path, ?bool $wasLow, array $belongs): Reason
    {
        // The leak is at least what the least capacitance needs to fall so fast, at most what the most does.
        $figures = ['constantSeconds' => $constant, ...$belongs, 'leakMostOhms' => 1.0 / ($path->leastFarads / $constant - $path->siemens()), 'leakLeastOhms' => 1.0 / ($path->mostFarads / $constant - $path->siemens())];

        return match (true) {
            $path->isMeasured => new Reason('decay-leaks', Verdict::Out, $figures),
            true === $wasLow => new Reason('decay-lost-capacitance', Verdict::Watch, $figures),
            default => new Reason('decay-leaks-or-lost', Verdict::Watch, $figures),
        };
    }

    /** @param array<string, float> $belongs */
    private static function slow(float $constant, DecayPath $path, array $belongs): Reason
    {
        $figures = [...(is_finite($constant) ? ['constantSeconds' => $constant] : []), ...$belongs];

        return match (true) {
            null === $path->bleederOhms => new Reason('decay-slower-than-meter', Verdict::CannotSay, $figures),
            // As slow as the meter alone would have it: what is drawn to discharge it does not.
            $constant >= $path->leastFarads * $path->meterOhms => new Reason('decay-not-discharging', Verdict::Out, $figures),
            default => new Reason('decay-slow', Verdict::Watch, $figures),
        };
    }
}
