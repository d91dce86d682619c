<?php

declare(strict_types=1);

namespace Yew\Core\Ramp;

use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** The way that was chosen for one unit, with what is in the mains lead. */
final readonly class PowerChoice
{
    /** A lamp that somebody has, W; amperes that a limiter can be set to. */
    public const LAMP_WATTS = [5.0, 2000.0];
    public const LIMITER_AMPERES = [0.05, 10.0];
    public const RATED_VOLTS = [6.0, 500.0];

    /**
     * @param float|null $lampWatts      of the lamp, where the method has one; null for the one that the plan proposes
     * @param float|null $lampVolts      that the lamp is made for; null for the mains of the place
     * @param float|null $limiterAmperes that an electronic limiter lets through
     * @param string     $reason         why; needed for full mains at once
     */
    public function __construct(public PowerMethod $method, public ?float $lampWatts = null, public ?float $lampVolts = null, public ?float $limiterAmperes = null, public string $reason = '')
    {
    }

    /** @throws BadData for a figure that belongs to another method */
    public static function decode(Fields $fields): self
    {
        $choice = new self(
            $fields->oneOf('method', PowerMethod::class), $fields->optionalNumber('lampWatts', ...self::LAMP_WATTS), $fields->optionalNumber('lampVolts', ...self::RATED_VOLTS),
            $fields->optionalNumber('limiterAmperes', ...self::LIMITER_AMPERES), trim($fields->optionalText('reason', 400)),
        );
        if ((null !== $choice->lampWatts || null !== $choice->lampVolts) && 'lamp' !== $choice->method->limiter()) {
            throw $fields->fault('lampWatts', 'this way of powering up has no lamp');
        }
        if (null !== $choice->limiterAmperes && 'electronic' !== $choice->method->limiter()) {
            throw $fields->fault('limiterAmperes', 'this way of powering up has no limiter that could be set');
        }

        return $choice;
    }

    /** @return array<string, float|string> */
    public function toArray(): array
    {
        return array_filter(['method' => $this->method->value, 'lampWatts' => $this->lampWatts, 'lampVolts' => $this->lampVolts, 'limiterAmperes' => $this->limiterAmperes, 'reason' => $this->reason], static fn (float|string|null $v): bool => null !== $v && '' !== $v);
    }
}
