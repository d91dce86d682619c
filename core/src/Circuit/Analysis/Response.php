<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

/** A frequency response at one place, with the corners where it has fallen by half of the power. */
final readonly class Response
{
    private const PER_DECADE = 12;
    private const HALF_POWER = 3.0102999566;

    /**
     * @param list<array{float, float, float}> $points    hertz, decibels, degrees
     * @param float|null                       $lowHertz  below which it falls off; null when it does not from 1 Hz up
     * @param float|null                       $highHertz above which it falls off; null when it does not up to 1 MHz
     */
    private function __construct(public array $points, public float $midDecibels, public ?float $lowHertz, public ?float $highHertz)
    {
    }

    /** @param float $midHertz where the level that counts is read: 1 kHz by custom */
    public static function of(SmallSignal $circuit, string $place, float $midHertz = 1000.0, float $from = 1.0, float $to = 1e6): self
    {
        $level = static fn (float $hertz): float => 20.0 * log10(max(1e-30, $circuit->reading($hertz, $place)[0]));
        $points = [];
        $steps = (int) round(self::PER_DECADE * log10($to / $from));
        for ($i = 0; $i <= $steps; ++$i) {
            $hertz = $from * ($to / $from) ** ($i / $steps);
            [$magnitude, $phase] = $circuit->reading($hertz, $place);
            $points[] = [$hertz, 20.0 * log10(max(1e-30, $magnitude)), $phase];
        }
        $mid = $level($midHertz);

        return new self($points, $mid, self::corner($level, $points, $mid, true), self::corner($level, $points, $mid, false));
    }

    /**
     * @param callable(float): float           $level
     * @param list<array{float, float, float}> $points
     */
    private static function corner(callable $level, array $points, float $mid, bool $low): ?float
    {
        $edge = $mid - self::HALF_POWER;
        $walk = $low ? $points : array_reverse($points);
        if ($walk[0][1] >= $edge) {
            return null;
        }
        foreach ($walk as $i => [$hertz, $decibels]) {
            if ($decibels >= $edge) {
                $outside = log($walk[$i - 1][0]);
                $inside = log($hertz);
                for ($n = 0; $n < 40; ++$n) {
                    $middle = 0.5 * ($outside + $inside);
                    if ($level(exp($middle)) >= $edge) {
                        $inside = $middle;
                    } else {
                        $outside = $middle;
                    }
                }

                return exp(0.5 * ($outside + $inside));
            }
        }

        return null;
    }
}
