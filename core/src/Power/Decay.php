<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;

/**
 * What the fall of B+ after switching off says (PWR-4): slow is right, at once is a short, a miswire or a reservoir that has lost its
 * capacitance. With no tubes in and no bleeder, not falling is right too: the meter alone discharges it (20 µF × 10 MΩ = 200 s).
 *
 * No leak is claimed inside what the capacitors' tolerance explains, nor what the hand at the clock does.
 */
final class Decay
{
    /** A bank that begins lower says nothing, V (our choice). */
    public const LEAST_START_VOLTS = 20.0;
    /** How far a moment that a hand stopped may be off, s (our choice). */
    public const HAND_SECONDS = 1.0;
    /** Below this share of the start a reading is of the meter and the dielectric: it is gone, and when it went nobody saw (our choice). */
    private const FLOOR_SHARE = 0.05;
    /** A fall must be at least that share of the start to be measured at all (our choice). */
    private const LEAST_FALL = 0.05;
    /** So many times faster than the fastest that belongs: no leak, a short or no capacitance (our choice). */
    private const AT_ONCE = 10.0;
    /** Up again by more than this share: something feeds it (our choice). */
    private const RISE_SHARE = 0.02;

    /**
     * @param list<array{float, float}> $samples    seconds in rising order, and V; at least two
     * @param bool|null                 $wasLow     B+ had been low and its ripple high before; null where nobody looked
     * @param float                     $secondsOff how far the moments may be off
     *
     * @throws \InvalidArgumentException where the samples are no series
     */
    public static function judge(array $samples, DecayPath $path, ?bool $wasLow = null, float $secondsOff = 0.0): Reason
    {
        [$begin, $start] = $samples[0] ?? throw new \InvalidArgumentException('a decay has a beginning');
        if (\count($samples) < 2) {
            throw new \InvalidArgumentException('and an end');
        }
        if ($start < self::LEAST_START_VOLTS) {
            return new Reason('fall-too-low', Verdict::CannotSay, ['startVolts' => $start, 'leastVolts' => self::LEAST_START_VOLTS]);
        }
        $last = $gone = null;
        foreach (\array_slice($samples, 1) as $n => [$at, $volts]) {
            if ($at <= $samples[$n][0]) {
                throw new \InvalidArgumentException('time goes on');
            }
            if ($volts > $samples[$n][1] + self::RISE_SHARE * $start) {
                return new Reason('fall-rises', Verdict::Danger, ['fromVolts' => $samples[$n][1], 'toVolts' => $volts]);
            }
            if ($volts > self::FLOOR_SHARE * $start) {
                $last = [$at - $begin, $volts / $start];
            } else {
                $gone ??= $at - $begin;
            }
        }

        return self::whereGone($gone, $last, $path, $wasLow, $secondsOff) ?? self::byFigure($last ?? throw new \LogicException('what is not gone was read'), $path, $wasLow, $secondsOff);
    }

    /**
     * What it says that it was gone by then: a bound, not a figure.
     *
     * @param array{float, float}|null $last the last figure before that: seconds and share
     */
    private static function whereGone(?float $gone, ?array $last, DecayPath $path, ?bool $wasLow, float $secondsOff): ?Reason
    {
        $least = $path->leastSecondsTo(self::FLOOR_SHARE);

        return match (true) {
            null === $gone => null,
            $gone < $least / self::AT_ONCE => self::atOnce(self::times($gone, self::FLOOR_SHARE, $path), $wasLow),
            $gone + $secondsOff < $least => null === $last ? self::goneTooSoon($gone, $path) : self::fast($gone, self::FLOOR_SHARE, $path, $wasLow),
            null === $last || 1.0 - $last[1] < self::LEAST_FALL => self::unseen($path),
            default => null,
        };
    }

    /** Too soon for a healthy fall; whether a leak did it or a short, nobody saw. */
    private static function goneTooSoon(float $gone, DecayPath $path): Reason
    {
        return new Reason('fall-gone-too-soon', Verdict::Out, ['tookSeconds' => $gone, 'leastSeconds' => $path->leastSecondsTo(self::FLOOR_SHARE), 'watchSeconds' => $path->leastSecondsTo(0.5)]);
    }

    /** Anything may have happened before somebody looked: a healthy fall, or a short. */
    private static function unseen(DecayPath $path): Reason
    {
        return new Reason('fall-unseen', Verdict::CannotSay, ['watchSeconds' => $path->leastSecondsTo(0.5)]);
    }

    /** @param array{float, float} $read seconds and share of the start */
    private static function byFigure(array $read, DecayPath $path, ?bool $wasLow, float $secondsOff): Reason
    {
        [$seconds, $share] = $read;
        if (1.0 - $share < self::LEAST_FALL) {
            $watch = $path->mostSecondsTo(1.0 - self::LEAST_FALL);
            $figures = is_finite($watch) ? ['watchSeconds' => $watch] : [];

            return $seconds < $watch ? new Reason('fall-watch-longer', Verdict::CannotSay, $figures) : self::slow($seconds, $share, $path);
        }
        [$least, $most] = [$path->leastSecondsTo($share), $path->mostSecondsTo($share)];

        return match (true) {
            $seconds < $least / self::AT_ONCE => self::atOnce(self::times($seconds, $share, $path), $wasLow),
            $seconds + $secondsOff < $least => self::fast($seconds, $share, $path, $wasLow),
            $seconds - $secondsOff <= $most => new Reason('fall-healthy', Verdict::Within, self::times($seconds, $share, $path)),
            default => self::slow($seconds, $share, $path),
        };
    }

    /** @param array<string, float> $figures */
    private static function atOnce(array $figures, ?bool $wasLow): Reason
    {
        return match ($wasLow) {
            true => new Reason('fall-lost-capacitance', Verdict::Out, $figures),
            false => new Reason('fall-shorted', Verdict::Danger, $figures),
            null => new Reason('fall-dragged-down', Verdict::Danger, $figures),
        };
    }

    private static function fast(float $seconds, float $share, DecayPath $path, ?bool $wasLow): Reason
    {
        $figures = [...self::times($seconds, $share, $path), ...($path->hasTubes ? [] : self::leak($seconds / -log($share), $path))];

        return match (true) {
            $path->hasTubes => new Reason('fall-fast-with-tubes', Verdict::Watch, $figures),
            $path->isMeasured => new Reason('fall-leaks', Verdict::Out, $figures),
            true === $wasLow => new Reason('fall-lost-capacitance', Verdict::Watch, $figures),
            default => new Reason('fall-leaks-or-lost', Verdict::Watch, $figures),
        };
    }

    /** @return array<string, float> the leak is at least what the least capacitance needs to fall so fast, at most what the most does; none where the least needs none */
    private static function leak(float $constant, DecayPath $path): array
    {
        [$leastSiemens, $mostSiemens] = [$path->leastFarads / $constant - $path->siemens(), $path->mostFarads / $constant - $path->siemens()];

        return [...($leastSiemens > 0.0 ? ['leakMostOhms' => 1.0 / $leastSiemens] : []), ...($mostSiemens > 0.0 ? ['leakLeastOhms' => 1.0 / $mostSiemens] : [])];
    }

    private static function slow(float $seconds, float $share, DecayPath $path): Reason
    {
        $figures = self::times($seconds, $share, $path);

        return match (true) {
            !$path->isBled() => new Reason('fall-slower-than-meter', Verdict::CannotSay, $figures),
            // As slow as the meter alone would have it: what is drawn to discharge it does not.
            $seconds >= $path->meterSecondsTo($share) => new Reason('fall-not-discharging', Verdict::Out, $figures),
            $path->hasTubes => new Reason('fall-slow-with-tubes', Verdict::Watch, $figures),
            default => new Reason('fall-slow', Verdict::Watch, $figures),
        };
    }

    /** @return array<string, float> how long it took to that share, and how long that belongs to take */
    private static function times(float $seconds, float $share, DecayPath $path): array
    {
        $told = array_filter(['leastSeconds' => $path->leastSecondsTo($share), 'mostSeconds' => $path->mostSecondsTo($share)], is_finite(...));
        $constant = $share < 1.0 ? $seconds / -log($share) : \INF;

        return ['tookSeconds' => $seconds, 'sharePercent' => 100.0 * $share, ...(is_finite($constant) ? ['constantSeconds' => $constant] : []), ...$told];
    }
}
