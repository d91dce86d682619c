<?php

declare(strict_types=1);

namespace Yew\Core\Ramp;

/** How an amplifier is brought up (PWR-2); all common, the shop has its usual one and each job its own. */
enum PowerMethod: string
{
    /** A variac, with an ammeter in the lead to the output transformer’s centre tap. */
    case VariacAmmeter = 'variac-ammeter';
    case VariacLamp = 'variac-lamp';
    case Lamp = 'lamp';
    case Electronic = 'electronic';
    /** Full mains at once, for an amplifier that is known to be good. */
    case Straight = 'straight';

    public function hasVariac(): bool
    {
        return self::VariacAmmeter === $this || self::VariacLamp === $this;
    }

    /** What stands in the mains lead at the beginning: `lamp`, `electronic`, or nothing. */
    public function limiter(): ?string
    {
        return match ($this) {
            self::VariacLamp, self::Lamp => 'lamp',
            self::Electronic => 'electronic',
            self::VariacAmmeter, self::Straight => null,
        };
    }
}
