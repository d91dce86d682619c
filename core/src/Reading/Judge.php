<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;

/**
 * Judges one reading: within, watch, out, danger or cannot say, with a reason code and its figures.
 *
 * Implements JUDGE-1 to JUDGE-3, JUDGE-6, JUDGE-7, JUDGE-7a and the danger sides of SAFE-6 for readings of voltage.
 */
final class Judge
{
    /** Beyond this share of its window a reading is watched (JUDGE-2). */
    private const WATCH_SHARE = 0.75;

    /** More leakage than this on a grid and the coupling capacitor goes (CAP-4, common practice). */
    public const GRID_LEAK_VOLTS = 0.5;

    /** A tenth of that shifts no bias that anybody could hear or measure at the plate (our choice). */
    private const GRID_TRACE_VOLTS = 0.05;

    /** Windows between sisters, percent: shared rails, same electrodes (JUDGE-6, our choice). */
    private const SISTER_RAIL_PERCENT = 3.0;
    private const SISTER_PERCENT = 10.0;

    public static function judge(TestPoint $point, TypedReading $reading, Setting $setting, Neighbourhood $near = new Neighbourhood()): Judgement
    {
        if ([] !== $reading->tapped) {
            return self::tapped($point, $reading, $setting, $near);
        }
        $expected = Expecter::at($point, $setting);
        $bounded = ReadingKind::Value !== $reading->kind;
        $figure = $setting->meter?->figure($point->function, $reading->volts, $reading->resolution, $reading->id);
        $base = new Judgement(Verdict::CannotSay, [], '', $expected->figures, $expected->reference, $bounded ? null : $reading->volts, $expected->volts, $expected->window, $bounded ? null : $figure?->halfWidth95());
        $judgement = $bounded ? self::bounded($base, $reading, $expected) : self::value($base, $point, $reading, $setting, $expected, $near);

        return $judgement->marked(...self::circumstances($setting));
    }

    /** @return list<Mark> */
    private static function circumstances(Setting $setting): array
    {
        $marks = $setting->isWarming() ? [Mark::Warming, Mark::Provisional] : [];
        $stagesOut = [] !== ($setting->conditions->tubesOut() ?? []);

        return true === $setting->conditions->limited() || $stagesOut ? [...$marks, Mark::Provisional] : $marks;
    }

    /** A reading that moves when tapped: the worst value seen decides (JUDGE-7). */
    private static function tapped(TestPoint $point, TypedReading $reading, Setting $setting, Neighbourhood $near): Judgement
    {
        $worst = null;
        foreach ($reading->tapped as $volts) {
            $judgement = self::judge($point, $reading->at($volts), $setting, $near);
            $further = null !== $worst && $judgement->verdict === $worst->verdict && null !== $judgement->expectedVolts
                && abs(($judgement->volts ?? 0.0) - $judgement->expectedVolts) > abs(($worst->volts ?? 0.0) - $judgement->expectedVolts);
            if (null === $worst || $judgement->verdict->severity() > $worst->verdict->severity() || $further) {
                $worst = $judgement;
            }
        }
        if (null === $worst || [] === $reading->tapped) {
            throw new \LogicException('a tapped reading holds at least one value');
        }

        return $worst->because($worst->verdict, 'intermittent', ['lowestVolts' => min($reading->tapped), 'highestVolts' => max($reading->tapped), 'worstReason' => $worst->reasonCode])->marked(Mark::Intermittent);
    }

    /** Overload, above and below: bounds that may lie wholly outside or inside the window (JUDGE-7f). */
    private static function bounded(Judgement $base, TypedReading $reading, Expected $expected): Judgement
    {
        if (ReadingKind::Overload === $reading->kind) {
            return $base->because(Verdict::CannotSay, 'overload');
        }
        if (null !== $expected->obstacle || null === $expected->window || null === $expected->volts) {
            return $base->because(Verdict::CannotSay, $expected->obstacle ?? 'nothing-printed');
        }
        $limit = ['limitVolts' => $reading->volts];
        $window = $expected->window;
        if (ReadingKind::Above === $reading->kind) {
            return $reading->volts > $window->high ? $base->because(Verdict::Out, 'above-window', $limit) : $base->because(Verdict::CannotSay, 'limit-inside-window', $limit);
        }
        if ($window->holds(0.0) && $window->holds($reading->volts)) {
            return $base->because(Verdict::Within, 'none-measurable', $limit);
        }

        return $reading->volts < $window->low ? $base->because(Verdict::Out, 'below-window', $limit) : $base->because(Verdict::CannotSay, 'limit-inside-window', $limit);
    }

    private static function value(Judgement $base, TestPoint $point, TypedReading $reading, Setting $setting, Expected $expected, Neighbourhood $near): Judgement
    {
        $volts = $reading->volts;
        $danger = Ratings::danger($point, $setting, $volts);
        if (null !== $danger) {
            return $base->because(Verdict::Danger, $danger[0], $danger[1]);
        }
        if ('nothing-printed' === $expected->obstacle) {
            return self::againstSister($base, $point, $volts, $near);
        }
        if (Ratings::heaterStarved($point, $volts) && null === $expected->obstacle) {
            return self::deviating($base, $volts, $expected)->because(Verdict::Out, 'heater-below-rating', ['ratedVolts' => $point->ratedVolts]);
        }
        if (null !== $expected->obstacle || null === $expected->window || null === $expected->volts) {
            return $base->because(Verdict::CannotSay, $expected->obstacle ?? 'nothing-printed');
        }
        $base = self::deviating($base, $volts, $expected);
        if ($point->kind->zeroIsLeakage() && 0.0 === $point->printedVolts) {
            return self::leakage($base, $point, $reading, $setting);
        }
        $noise = max($base->bandHalf ?? 0.0, $reading->resolution / 2);
        if (0.0 !== $point->printedVolts && abs($expected->volts) > $noise && abs($volts) <= $noise) {
            return $near->neighboursHealthy && !$near->zeroBefore ? $base->because(Verdict::CannotSay, 'dead-zero') : $base->because(Verdict::Out, 'zero');
        }
        if ($volts * $expected->volts < 0.0 && !$expected->window->holds($volts)) {
            return $base->because(Verdict::Out, 'wrong-sign');
        }
        $window = $expected->window;
        $reach = $base->bandHalf ?? 0.0;
        $reachesIn = $volts - $reach <= $window->high && $volts + $reach >= $window->low;
        if ($reachesIn && 2 * $reach > ($window->high - $window->low) / 2) {
            return $base->because(Verdict::CannotSay, 'meter-too-coarse');
        }

        return self::beside(self::inWindow($base, $point, $volts, $expected->volts, $window, $setting), $point, $volts, $near);
    }

    private static function deviating(Judgement $base, float $volts, Expected $expected): Judgement
    {
        $expectedVolts = $expected->volts ?? 0.0;

        return $base->because(Verdict::CannotSay, '', [
            'deviationVolts' => $volts - $expectedVolts,
            'deviationPercent' => abs($expectedVolts) >= 0.5 ? 100 * ($volts / $expectedVolts - 1) : null,
        ]);
    }

    private static function inWindow(Judgement $base, TestPoint $point, float $volts, float $expected, Bounds $window, Setting $setting): Judgement
    {
        $half = $volts < $expected ? $expected - $window->low : $window->high - $expected;
        $share = $half > 0.0 ? abs($volts - $expected) / $half : 0.0;
        $lessNegative = PointKind::Bias === $point->kind && $volts > $expected;
        if ($share > 1.0) {
            return match (true) {
                $lessNegative => $base->because(Verdict::Danger, 'bias-less-negative'),
                PointKind::Bias === $point->kind => $base->because(Verdict::Out, 'bias-cold'),
                default => $base->because(Verdict::Out, $volts < $expected ? 'low' : 'high'),
            };
        }
        $code = PointKind::Bias === $point->kind && self::outputTubesIn($setting) ? 'bias-current-decides' : ($share > self::WATCH_SHARE ? 'near-edge' : 'within');
        $judged = $base->because($share > self::WATCH_SHARE ? Verdict::Watch : Verdict::Within, $code);
        $reach = $base->bandHalf ?? 0.0;

        return $volts - $reach < $window->low || $volts + $reach > $window->high ? $judged->marked(Mark::Edge) : $judged;
    }

    private static function outputTubesIn(Setting $setting): bool
    {
        $out = $setting->conditions->tubesOut() ?? [];
        foreach ($setting->sheet->tubes ?? [] as $tube) {
            if ($tube->output && !\in_array($tube->position, $out, true)) {
                return true;
            }
        }

        return false;
    }

    /** A grid or sense point printed 0 V: what is there is leakage, judged by what it does (JUDGE-2, CAP-4). */
    private static function leakage(Judgement $base, TestPoint $point, TypedReading $reading, Setting $setting): Judgement
    {
        $resolution = max($reading->resolution, $setting->meter?->rangeFor($point->function, $reading->volts)->resolution ?? 0.0, $base->bandHalf ?? 0.0);
        $current = null === $point->gridLeakOhms ? [] : ['leakageAmperes' => abs($reading->volts) / $point->gridLeakOhms];
        $size = abs($reading->volts);

        return match (true) {
            $size <= $resolution => $base->because(Verdict::Within, 'no-leakage', $current),
            $size <= self::GRID_TRACE_VOLTS => $base->because(Verdict::Within, 'trace-leakage', $current),
            $size <= self::GRID_LEAK_VOLTS => $base->because(Verdict::Watch, 'some-leakage', $current),
            default => $base->because(Verdict::Out, 'leakage', $current),
        };
    }

    /** Nothing is printed: the sister or the last visit is the reference (JUDGE-6). */
    private static function againstSister(Judgement $base, TestPoint $point, float $volts, Neighbourhood $near): Judgement
    {
        $other = $near->sisterVolts ?? $near->lastVisitVolts;
        if (null === $other || abs($other) < 0.05) {
            return $base->because(Verdict::CannotSay, 'nothing-to-compare');
        }
        $percent = PointKind::Rail === $point->kind ? self::SISTER_RAIL_PERCENT : self::SISTER_PERCENT;
        $half = abs($other) * $percent / 100;
        $window = new Bounds($other - $half, $other + $half, 'default');
        $reference = null === $near->sisterVolts ? 'last-visit' : 'sister';
        $share = abs($volts - $other) / $half;
        $figures = [...$base->figures, 'sisterPlace' => $near->sisterPlace, 'referenceVolts' => $other, 'deviationVolts' => $volts - $other, 'deviationPercent' => 100 * ($volts / $other - 1)];
        $judged = new Judgement(Verdict::CannotSay, $base->marks, '', $figures, $reference, $volts, $other, $window, $base->bandHalf);
        if ($share > 1.0) {
            return $judged->because(Verdict::Out, 'unlike-'.$reference);
        }

        return $judged->because($share > self::WATCH_SHARE ? Verdict::Watch : Verdict::Within, 'like-'.$reference);
    }

    /** Within the print, but unlike its sister: worth a look (JUDGE-6). */
    private static function beside(Judgement $judged, TestPoint $point, float $volts, Neighbourhood $near): Judgement
    {
        if (null === $near->sisterVolts || abs($near->sisterVolts) < 0.5) {
            return $judged;
        }
        $deviation = 100 * ($volts / $near->sisterVolts - 1);
        $limit = PointKind::Rail === $point->kind ? self::SISTER_RAIL_PERCENT : self::SISTER_PERCENT;
        $figures = ['sisterPlace' => $near->sisterPlace, 'sisterVolts' => $near->sisterVolts, 'sisterDeviationPercent' => $deviation];
        if (abs($deviation) > $limit && $judged->verdict->severity() <= Verdict::Watch->severity()) {
            return $judged->because(Verdict::Watch, 'unlike-its-sister', $figures);
        }

        return $judged->because($judged->verdict, $judged->reasonCode, $figures);
    }
}
