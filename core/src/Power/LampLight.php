<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** How bright a lamp is, by the share of its volts that it is given (PWR-10; our choice of steps: its light goes with about the third power of the volts, from memory). */
enum LampLight: string
{
    case Dark = 'dark';
    case Glow = 'glow';
    case Half = 'half';
    case Bright = 'bright';

    /** From dark upwards. */
    public function steps(): int
    {
        return match ($this) {
            self::Dark => 0,
            self::Glow => 1,
            self::Half => 2,
            self::Bright => 3,
        };
    }

    public static function of(float $share): self
    {
        return match (true) {
            $share < 0.12 => self::Dark,
            $share < 0.4 => self::Glow,
            $share < 0.75 => self::Half,
            default => self::Bright,
        };
    }
}
