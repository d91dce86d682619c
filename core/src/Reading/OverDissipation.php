<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Sheet\TestPoint;

/**
 * An output tube that surely dissipates more than it may (BIAS-2, SAFE-6): Pa = (Va − Vk)(Ik − Ig2), Pg2 = (Vg2 − Vk)·Ig2, each at the
 * lower end of what the reading leaves open. Above 120 % of the design-maximum limit power goes off; from 100 % on it is danger. Without a
 * suffix the stop asks the most generous candidate, the danger the strictest. Tubes on one resistor are judged by their mean: one of them
 * carries at least that.
 */
final class OverDissipation
{
    /** Share of the limit from which on power goes off (SAFE-6). */
    public const STOP_SHARE = 1.2;

    /**
     * @param float $least what the reading is at least: volts at the cathode, or amperes
     * @param float $most  what it is at most
     */
    public static function danger(TestPoint $point, float $least, float $most, ?OutputTube $tube): ?Danger
    {
        $work = null === $tube || $least <= 0.0 ? null : self::work($point->function, $least, $most, $tube);
        if (null === $work) {
            return null;
        }
        [$plateWatts, $screenWatts] = $work;
        $found = null;
        foreach (['plate' => [$plateWatts, $tube->plateWatts()], 'screen' => [$screenWatts, $tube->screenWatts()]] as $electrode => [$watts, $limits]) {
            if (null === $watts || null === $limits || $watts <= $limits[0]) {
                continue;
            }
            $isStop = $watts > self::STOP_SHARE * $limits[1];
            $limit = $isStop ? $limits[1] : $limits[0];
            $figures = ['tube' => $tube->position, 'tubes' => $tube->sharing, 'leastWatts' => $watts, 'limitWatts' => $limit, 'limitPercent' => 100 * $watts / $limit];
            if ($isStop) {
                return new Danger($electrode.'-far-over-limit', $figures);
            }
            $found ??= new Danger($electrode.'-over-limit', $figures);
        }

        return $found;
    }

    /** @return array{float|null, float|null}|null watts at the plate and at the screen at least; null where the reading says nothing of them */
    private static function work(MeterFunction $function, float $least, float $most, OutputTube $tube): ?array
    {
        $ohms = $tube->cathodeOhms;
        $share = $tube->mostScreenShare();
        [$cathode, $cathodeVolts] = match (true) {
            MeterFunction::DcVolts === $function && 'cathode' === $tube->electrode && null !== $ohms && $ohms > 0.0 => [$least / $ohms / $tube->sharing, $most],
            MeterFunction::DcAmperes === $function && 'cathode' === $tube->electrode => [$least, $most * ($ohms ?? 0.0) * $tube->sharing],
            MeterFunction::DcAmperes === $function && 'plate' === $tube->electrode => [$least, $most / (1.0 - $share) * ($ohms ?? 0.0) * $tube->sharing],
            default => [null, 0.0],
        };
        if (null === $cathode) {
            return null;
        }
        $plate = 'plate' === $tube->electrode ? $cathode : (1.0 - $share) * $cathode;
        $screen = 'plate' === $tube->electrode ? 0.0 : $tube->leastScreenShare() * $cathode;

        return [
            null === $tube->plateVolts ? null : max(0.0, $tube->plateVolts - $cathodeVolts) * $plate,
            null === $tube->screenVolts ? null : max(0.0, $tube->screenVolts - $cathodeVolts) * $screen,
        ];
    }
}
