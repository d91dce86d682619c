<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestRecord;

/** How the heaters are referenced, and whether both legs stand alike (HEAT-1). */
final class HeaterJudge
{
    /** Legs of a balanced heater supply differ by no more, percent (our choice). */
    private const LEGS_PERCENT = 10.0;
    /** The handbooks' limit for a 6.3 V heater, percent (RCA RC-30, from memory). */
    private const RATED_PERCENT = 10.0;

    /**
     * @param float $ratedVolts of the heaters on the winding
     *
     * @return list<Reason>
     */
    public static function judge(TestRecord $tests, float $ratedVolts = 6.3): array
    {
        $reasons = match ($tests->latest(ResistorTestKind::HeaterReference)?->choice()) {
            null => [],
            'none' => [new Reason('heater-floats', Verdict::Out)],
            'capacitor' => [new Reason('heater-by-capacitor', Verdict::Watch)],
            'two-resistors' => [new Reason('heater-two-resistors', Verdict::Within, ['eachWatts' => ($ratedVolts / 2) ** 2 / 100.0])],
            default => [new Reason('heater-referenced', Verdict::Within)],
        };
        $legs = $tests->latest(ResistorTestKind::HeaterLegs);
        [$a, $b] = [$legs?->value('firstVolts'), $legs?->value('secondVolts')];
        if (null === $a || null === $b || $a + $b <= 0.0) {
            return $reasons;
        }
        $apart = 100 * abs($a - $b) / (($a + $b) / 2);
        $sum = ['firstVolts' => $a, 'secondVolts' => $b, 'apartPercent' => $apart, 'sumVolts' => $a + $b];
        $reasons[] = $apart <= self::LEGS_PERCENT ? new Reason('heater-legs-alike', Verdict::Within, $sum) : new Reason('heater-legs-apart', Verdict::Out, $sum);
        if (abs(($a + $b) / $ratedVolts - 1) > self::RATED_PERCENT / 100) {
            $reasons[] = new Reason($a + $b > $ratedVolts ? 'heater-volts-high' : 'heater-volts-low', Verdict::Watch, $sum);
        }

        return $reasons;
    }
}
