<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** The chassis is always in exactly one of these (trade rules SAFE-1, SAFE-1a, SAFE-2). */
enum ChassisState: string
{
    case Dead = 'dead';
    case Driven = 'driven';
    case Ramping = 'ramping';
    case Energised = 'energised';
    case Discharging = 'discharging';

    /** How dangerous, for choosing the more dangerous of two accounts of the same chassis. */
    public function danger(): int
    {
        return match ($this) {
            self::Dead => 0,
            self::Driven => 1,
            self::Discharging => 2,
            self::Ramping => 3,
            self::Energised => 4,
        };
    }

    /** @return list<string> all of them, the least dangerous first */
    public static function byDanger(): array
    {
        $states = self::cases();
        usort($states, static fn (self $a, self $b): int => $a->danger() <=> $b->danger());

        return array_map(static fn (self $s): string => $s->value, $states);
    }

    /** @return list<self> states a person may declare from here; dead is never declared, it is proved */
    public function declarable(): array
    {
        return match ($this) {
            self::Dead => [self::Ramping, self::Driven],
            self::Driven => [self::Discharging],
            self::Ramping => [self::Energised, self::Discharging],
            self::Energised => [self::Discharging],
            self::Discharging => [],
        };
    }

    /** Whether going there puts volts on the amplifier: even the wish for it, refused, ends every proof (contract §4). */
    public function appliesPower(): bool
    {
        return match ($this) {
            self::Driven, self::Ramping, self::Energised => true,
            self::Dead, self::Discharging => false,
        };
    }

    /** On the mains, at its full volts or on the way there. */
    public function isOnMains(): bool
    {
        return match ($this) {
            self::Ramping, self::Energised => true,
            self::Dead, self::Driven, self::Discharging => false,
        };
    }

    public function takes(MeterFunction $function): bool
    {
        return match ($this) {
            self::Dead => !$function->needsPower(),
            self::Ramping, self::Energised, self::Driven => $function->needsPower(),
            self::Discharging => MeterFunction::DcVolts === $function,
        };
    }
}
