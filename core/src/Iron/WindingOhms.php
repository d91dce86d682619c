<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** DC resistance of each winding against the drawing, and of the halves against each other (IRON-4, IRON-7). */
final class WindingOhms
{
    /** A winding below this share of its drawn ohms is shorted: half an ohm where 115 belong (our choice). */
    private const SHORTED_SHARE = 0.5;
    private const HIGH_SHARE = 2.0;
    /** No winding of an amplifier has so much copper: beyond it the wire is broken, ohms (our choice). */
    private const OPEN_OHMS = 1e5;
    /** Copper differs by sample and by temperature: within this it is as drawn, percent (our choice). */
    private const LIKE_PERCENT = 20.0;
    /** The inner half is shorter than the outer; beyond this it is a question, percent (IRON-4). */
    private const HALVES_PERCENT = 20.0;

    /** @return list<Reason> the part in its place now beside the one measured there before: a replacement against the old (IRON-7) */
    private static function beforeIt(DrawnTransformer $drawn, TestRecord $tests, string $winding, ?float $ohms): array
    {
        $before = null;
        foreach ([...$tests->former, ...$tests->all] as $test) {
            $value = IronTestKind::WindingOhms === $test->kind ? $test->value('ohms') : null;
            if ($test->subject === $winding && null !== $value && null !== $ohms && abs($value - $ohms) > self::LIKE_PERCENT / 100 * max($value, $ohms)) {
                $before = $value;
            }
        }

        return null === $before ? [] : [new Reason('winding-before', Verdict::Within, ['winding' => $drawn->nameOf($winding), 'ohms' => $ohms, 'beforeOhms' => $before])];
    }

    /** @return list<Reason> one or two per winding measured */
    public static function judge(DrawnTransformer $drawn, TestRecord $tests): array
    {
        $reasons = [];
        foreach ($tests->bySubject(IronTestKind::WindingOhms) as $subject => $taken) {
            array_push($reasons, ...$taken->deciding(static fn (TakenTest $t): Reason => self::winding($drawn, $t)));
            array_push($reasons, ...self::beforeIt($drawn, $tests, (string) $subject, $taken->latest(IronTestKind::WindingOhms)?->value('ohms')));
        }
        $latest = $tests->latestBySubject(IronTestKind::WindingOhms);
        [$a, $b] = [($latest['half a'] ?? null)?->value('ohms'), ($latest['half b'] ?? null)?->value('ohms')];
        if (null !== $a && null !== $b && min($a, $b) > 0.0) {
            $apart = 100 * (max($a, $b) / min($a, $b) - 1);
            $reasons[] = new Reason($apart <= self::HALVES_PERCENT ? 'halves-ohms-usual' : 'halves-ohms-apart', $apart <= self::HALVES_PERCENT ? Verdict::Within : Verdict::Watch, ['firstOhms' => $a, 'secondOhms' => $b, 'apartPercent' => $apart]);
        }

        return $reasons;
    }

    private static function winding(DrawnTransformer $drawn, TakenTest $test): Reason
    {
        [$ohms, $most, $least] = [$test->value('ohms'), $test->most('ohms'), $test->least('ohms')];
        $known = $drawn->ohms($test->subject);
        $figures = ['winding' => $drawn->nameOf($test->subject), 'ohms' => $ohms, 'shownOhms' => $test->shown('ohms'), 'drawnOhms' => $known];

        return match (true) {
            $test->isBeyond('ohms', max(self::OPEN_OHMS, self::HIGH_SHARE * ($known ?? 0.0))) => new Reason('winding-open', Verdict::Out, $figures),
            // A heater winding's hundredths of an ohm are lead resistance: no ohmmeter can tell a short there.
            null !== $known && $known >= 1.0 && null !== $most && $most < self::SHORTED_SHARE * $known => new Reason('winding-shorted', Verdict::Out, $figures),
            null !== $known && $known >= 1.0 && null !== $least && $least > self::HIGH_SHARE * $known => new Reason('winding-high', Verdict::Out, $figures),
            null !== $most && null === $ohms && (null === $known || $known < 1.0) => new Reason('winding-continuous', Verdict::Within, $figures),
            null === $ohms => new Reason('winding-bound', Verdict::CannotSay, $figures),
            null === $known => new Reason('winding-continuous', Verdict::Within, $figures),
            $known >= 1.0 && abs($ohms / $known - 1) > self::LIKE_PERCENT / 100 => new Reason('winding-unlike-drawn', Verdict::Watch, $figures + ['deviationPercent' => 100 * ($ohms / $known - 1)]),
            default => new Reason('winding-as-drawn', Verdict::Within, $figures),
        };
    }
}
