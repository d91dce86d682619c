<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;

/** From when warm-up counts (COND-3, COND-3a): from power-up, and anew from where mains or limiter were moved. */
final class WarmUp
{
    /** Mains that moved by more than this change the heat of every tube, as a share (our choice). */
    private const MAINS_SHARE = 0.02;

    /** @return float|null seconds since the epoch; null while nothing heats */
    public static function after(ChassisState $to, float $at): ?float
    {
        return match ($to) {
            ChassisState::Ramping, ChassisState::Energised => $at,
            ChassisState::Dead, ChassisState::Driven, ChassisState::Discharging => null,
        };
    }

    /** @param float|null $since when it began before the conditions were stated anew */
    public static function under(?float $since, Conditions $before, Conditions $now, float $at): ?float
    {
        $moved = null !== $before->limited() && $before->limited() !== $now->limited();
        [$was, $is] = [$before->mainsVolts(), $now->mainsVolts()];
        $shifted = null !== $was && null !== $is && abs($is - $was) > self::MAINS_SHARE * $was;

        return null !== $since && ($moved || $shifted) ? $at : $since;
    }
}
