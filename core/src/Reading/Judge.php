<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
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

    /** From this much on a negative point is a bias that somebody may lose; less is a tube's own contact potential (our choice). */
    private const BIAS_VOLTS = 1.0;

    /** From this much on it is an output stage's, whatever kind the point was given (our choice). */
    private const OUTPUT_BIAS_VOLTS = 5.0;

    /** Less than this share of the bias that belongs there is no bias (our choice). */
    private const LOST_SHARE = 0.1;

    /** From this share of B+ on the bias must have come, too; and what is left of its proportion then (SAFE-6). */
    private const SUPPLY_SHARE = 0.2;
    private const BEHIND_SHARE = 0.75;

    /** Less at a sister is no reference for a point without a print, V (our choice). */
    private const REFERENCE_VOLTS = 0.05;

    public static function judge(TestPoint $point, TypedReading $reading, ReadingContext $context, ComparisonReadings $near = new ComparisonReadings()): Judgement
    {
        if ([] !== $reading->tapped) {
            return self::tapped($point, $reading, $context, $near);
        }
        $expected = Expectation::at($point, $context);
        $bounded = ReadingKind::Value !== $reading->kind;
        $figure = $context->meter?->figure($point->function, $reading->volts, $reading->resolution, $reading->id);
        $base = new Judgement(Verdict::CannotSay, [], '', $expected->figures, $expected->reference, $bounded ? null : $reading->volts, $expected->volts, $expected->window, $bounded ? null : $figure?->halfWidth95());
        $judgement = $bounded ? self::bounded($base, $point, $reading, $context, $expected, $near) : self::value($base, $point, $reading, $context, $expected, $near);

        return SimilarCircuit::capped($judgement, $context->sheet)->marked(...self::circumstances($context));
    }

    /** @return list<Mark> */
    private static function circumstances(ReadingContext $context): array
    {
        $marks = $context->isWarming() ? [Mark::Warming] : [];

        return [] === Provisional::because($context) ? $marks : [...$marks, Mark::Provisional];
    }

    /** A reading that moves when tapped: the worst value seen decides (JUDGE-7). */
    private static function tapped(TestPoint $point, TypedReading $reading, ReadingContext $context, ComparisonReadings $near): Judgement
    {
        $worst = null;
        foreach ($reading->tapped as $volts) {
            $judgement = self::judge($point, $reading->at($volts), $context, $near);
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
    private static function bounded(Judgement $base, TestPoint $point, TypedReading $reading, ReadingContext $context, Expected $expected, ComparisonReadings $near): Judgement
    {
        if (ReadingKind::Overload === $reading->kind) {
            return $base->because(Verdict::CannotSay, 'overload');
        }
        $limit = ['limitVolts' => $reading->volts];
        $alone = ScreenAlone::danger($point, $reading->kind, $reading->volts, $near);
        $alone ??= ReadingKind::Above === $reading->kind ? OverDissipation::danger($point, $reading->volts, $reading->volts, $near->outputTube) : null;
        if (null !== $alone) {
            return $base->because(Verdict::Danger, $alone->reasonCode, [...$limit, ...$alone->figures]);
        }
        // The lowest that it can be: “> 500”; “> −20”; nothing seen above half a volt is no less than − 0.5 V.
        $least = match (true) {
            ReadingKind::Above === $reading->kind => $reading->volts,
            $reading->volts >= 0.0 => -$reading->volts,
            default => null,
        };
        $danger = ReadingKind::Above === $reading->kind && MeterFunction::DcAmperes !== $point->function ? Ratings::danger($point, $context, $reading->volts) : null;
        if (null !== $danger) {
            return $base->because(Verdict::Danger, $danger->reasonCode, [...$limit, ...$danger->figures]);
        }
        $belongs = self::belongingBias($point, $context, $expected);
        if (null !== $belongs && null !== $least && $least > self::LOST_SHARE * $belongs) {
            return $base->because(Verdict::Danger, 'bias-lost', [...$limit, 'belongsVolts' => $belongs]);
        }
        if (null !== $expected->obstacle || null === $expected->window || null === $expected->volts) {
            return $base->because(Verdict::CannotSay, $expected->obstacle ?? 'nothing-printed');
        }
        $window = $expected->window;
        if (null !== $belongs && null !== $least && $least > $window->high && self::isBias($point, $belongs)) {
            return $base->because(Verdict::Danger, 'bias-less-negative-bound', [...$limit, 'belongsVolts' => $belongs]);
        }
        if (ReadingKind::Above === $reading->kind) {
            return $reading->volts > $window->high ? $base->because(Verdict::Out, 'above-window', $limit) : $base->because(Verdict::CannotSay, 'limit-inside-window', $limit);
        }
        if ($window->holds(0.0) && $window->holds($reading->volts)) {
            return $base->because(Verdict::Within, 'none-measurable', $limit);
        }

        return $reading->volts < $window->low && ($reading->volts < 0.0 || $window->low > 0.0) ? $base->because(Verdict::Out, 'below-window', $limit) : $base->because(Verdict::CannotSay, 'limit-inside-window', $limit);
    }

    private static function value(Judgement $base, TestPoint $point, TypedReading $reading, ReadingContext $context, Expected $expected, ComparisonReadings $near): Judgement
    {
        $volts = $reading->volts;
        $half = $base->halfWidth95Volts ?? 0.0;
        $over = OverDissipation::danger($point, $volts - $half, $volts + $half, $near->outputTube);
        if (null !== $over) {
            return $base->because(Verdict::Danger, $over->reasonCode, $over->figures);
        }
        if (MeterFunction::DcAmperes === $point->function) {
            return AmpereJudge::judge($base, $volts, $expected);
        }
        $danger = Ratings::danger($point, $context, $volts) ?? ScreenAlone::danger($point, ReadingKind::Value, $volts, $near);
        if (null !== $danger) {
            return $base->because(Verdict::Danger, $danger->reasonCode, $danger->figures);
        }
        $lost = self::lostBias($base, $point, $volts, $context, $expected, $near) ?? self::overReturn($base, $point, $volts, $expected, $near) ?? self::behindSupply($base, $point, $volts, $context, $expected, $near);
        if (null !== $lost) {
            return $lost;
        }
        $other = self::printedOtherwise($point, $context);
        if (null !== $other) {
            return $base->because(Verdict::CannotSay, MeterFunction::DcVolts === $other ? 'ac-at-a-dc-point' : 'dc-at-an-ac-point');
        }
        if ('nothing-printed' === $expected->obstacle) {
            return self::againstSister($base, $point, $volts, $near);
        }
        // On the way up, or through a limiter, a heater is meant to be short of its volts.
        $full = ChassisState::Energised === $context->state && true !== $context->conditions->limited();
        if ($full && Ratings::heaterStarved($point, $volts) && null === $expected->obstacle) {
            return self::deviating($base, $volts, $expected)->because(Verdict::Out, 'heater-below-rating', ['ratedVolts' => $point->ratedVolts]);
        }
        if (null !== $expected->obstacle || null === $expected->window || null === $expected->volts) {
            return $base->because(Verdict::CannotSay, $expected->obstacle ?? 'nothing-printed');
        }
        $base = self::deviating($base, $volts, $expected);
        if ($point->kind->zeroIsLeakage() && 0.0 === $point->printedVolts) {
            return self::leakage($base, $point, $reading, $context);
        }
        $noise = max($base->halfWidth95Volts ?? 0.0, $reading->resolution / 2);
        if (0.0 !== $point->printedVolts && abs($expected->volts) > $noise && abs($volts) <= $noise) {
            return $near->neighboursHealthy && !$near->zeroBefore ? $base->because(Verdict::CannotSay, 'dead-zero') : $base->because(Verdict::Out, 'zero');
        }
        if ($volts * $expected->volts < 0.0 && !$expected->window->holds($volts)) {
            return $base->because(Verdict::Out, 'wrong-sign');
        }
        $window = $expected->window;
        $reach = $base->halfWidth95Volts ?? 0.0;
        $reachesIn = $volts - $reach <= $window->high && $volts + $reach >= $window->low;
        if ($reachesIn && 2 * $reach > ($window->high - $window->low) / 2) {
            return $base->because(Verdict::CannotSay, 'meter-too-coarse');
        }

        return self::beside(self::inWindow($base, $point, $volts, $expected->volts, $window, $context), $point, $volts, $near);
    }

    /**
     * Bias that is gone, or has the wrong sign: the worst bias, whatever the neighbours say and whatever kind the point was given.
     * Where today's value cannot be said, nothing at all on a live chassis is lost all the same.
     */
    private static function lostBias(Judgement $base, TestPoint $point, float $volts, ReadingContext $context, Expected $expected, ComparisonReadings $near): ?Judgement
    {
        $belongs = self::belongingBias($point, $context, $expected);
        if (null === $belongs || $volts <= self::LOST_SHARE * $belongs) {
            return null;
        }
        $again = $volts <= 0.0 && $near->neighboursHealthy && !$near->zeroBefore;

        return self::deviating($base, $volts, $expected)->because(Verdict::Danger, $volts > 0.0 ? 'bias-positive' : ($again ? 'bias-lost-probe-again' : 'bias-lost'), ['belongsVolts' => $belongs]);
    }

    /** Bias volts that belong at a point now; null where none do, or where it may be cut off. */
    private static function belongingBias(TestPoint $point, ReadingContext $context, Expected $expected): ?float
    {
        $volts = null === $expected->obstacle ? $expected->volts : $point->printedVolts;
        $cutOff = null !== $expected->obstacle && (\in_array($expected->obstacle, ['standby', 'floating'], true) || ChassisState::Energised !== $context->state);

        return null === $volts || $volts > -self::BIAS_VOLTS || $cutOff ? null : $volts;
    }

    /**
     * On the way up, where no circuit says what belongs there now: with output tubes in and B+ past a fifth of what is printed, bias under
     * three quarters of its proportion is behind (SAFE-6), whichever of the two was read last.
     */
    private static function behindSupply(Judgement $base, TestPoint $point, float $volts, ReadingContext $context, Expected $expected, ComparisonReadings $near): ?Judgement
    {
        $printed = $point->printedVolts;
        if (null === $printed || 0.0 === $printed || null === $expected->obstacle || 'model' === $expected->reference || ChassisState::Ramping !== $context->state || !self::outputTubesIn($context)) {
            return null;
        }
        $half = $base->halfWidth95Volts ?? 0.0;
        [$supply, $bias] = match (true) {
            PointKind::Rail === $point->kind && $printed > 0.0 => [$volts / $printed, $near->biasShare],
            self::isOutputBias($point) => [$near->supplyShare, ($volts - $half) / $printed],
            default => [null, null],
        };
        $belongs = null === $supply ? 0.0 : min(1.0, $supply);

        return null !== $bias && $supply > self::SUPPLY_SHARE && $bias < self::BEHIND_SHARE * $belongs ? $base->because(Verdict::Danger, 'bias-behind', ['supplyPercent' => 100 * $supply, 'biasPercent' => 100 * $bias]) : null;
    }

    /** A point where an output tube’s bias is printed. */
    public static function isOutputBias(TestPoint $point): bool
    {
        return null !== $point->printedVolts && $point->printedVolts <= -self::BIAS_VOLTS && self::isBias($point, $point->printedVolts);
    }

    /** A grid is judged against what it returns to, not against the chassis: −30 V over a −34 V return is 4 V of leakage (SAFE-6, CAP-4). */
    private static function overReturn(Judgement $base, TestPoint $point, float $volts, Expected $expected, ComparisonReadings $near): ?Judgement
    {
        if (null === $near->returnVolts || !\in_array($point->kind, [PointKind::Grid, PointKind::Bias], true) || ($point->printedVolts ?? 0.0) > 0.0) {
            return null;
        }
        $loading = $expected->figures['loadingFactor'] ?? 1.0;
        $over = $volts - $near->returnVolts * (is_numeric($loading) ? (float) $loading : 1.0) - ($base->halfWidth95Volts ?? 0.0);
        if ($over <= self::GRID_LEAK_VOLTS) {
            return null;
        }
        $figures = ['overVolts' => $over, 'returnVolts' => $near->returnVolts, ...(null === $point->gridLeakOhms ? [] : ['leakageAmperes' => $over / $point->gridLeakOhms])];

        return self::deviating($base, $volts, $expected)->because($over > Ratings::GRID_POSITIVE_VOLTS ? Verdict::Danger : Verdict::Out, $over > Ratings::GRID_POSITIVE_VOLTS ? 'grid-above-return' : 'grid-leaks-over-return', $figures);
    }

    /** The function that the sheet prints at this place, where it prints none of this one: AC read at a DC point, or the reverse. */
    private static function printedOtherwise(TestPoint $point, ReadingContext $context): ?MeterFunction
    {
        $other = MeterFunction::DcVolts === $point->function ? MeterFunction::AcVolts : MeterFunction::DcVolts;

        return null === $point->printedVolts && null === $context->sheet?->point($point->place, $point->function) && null !== $context->sheet?->point($point->place, $other) ? $other : null;
    }

    private static function deviating(Judgement $base, float $volts, Expected $expected): Judgement
    {
        $expectedVolts = $expected->volts ?? 0.0;

        return $base->because(Verdict::CannotSay, '', [
            'deviationVolts' => $volts - $expectedVolts,
            'deviationPercent' => abs($expectedVolts) >= 0.5 ? 100 * ($volts / $expectedVolts - 1) : null,
        ]);
    }

    private static function inWindow(Judgement $base, TestPoint $point, float $volts, float $expected, Bounds $window, ReadingContext $context): Judgement
    {
        $half = $volts < $expected ? $expected - $window->low : $window->high - $expected;
        $share = $half > 0.0 ? abs($volts - $expected) / $half : 0.0;
        $lessNegative = $volts > $expected && $expected < 0.0 && self::isBias($point, $expected);
        if ($share > 1.0) {
            return match (true) {
                $lessNegative => $base->because(Verdict::Danger, 'bias-less-negative'),
                PointKind::Bias === $point->kind => $base->because(Verdict::Out, 'bias-cold'),
                default => $base->because(Verdict::Out, $volts < $expected ? 'low' : 'high'),
            };
        }
        $code = PointKind::Bias === $point->kind && self::outputTubesIn($context) ? 'bias-current-decides' : ($share > self::WATCH_SHARE ? 'near-edge' : 'within');
        $judged = $base->because($share > self::WATCH_SHARE ? Verdict::Watch : Verdict::Within, $code);
        $reach = $base->halfWidth95Volts ?? 0.0;

        return $volts - $reach < $window->low || $volts + $reach > $window->high ? $judged->marked(Mark::Edge) : $judged;
    }

    /** Bias by its kind; or a negative voltage of that size where no plate, cathode, screen or heater is meant. */
    private static function isBias(TestPoint $point, float $expected): bool
    {
        return PointKind::Bias === $point->kind || ($expected <= -self::OUTPUT_BIAS_VOLTS && !\in_array($point->kind, [PointKind::Plate, PointKind::Cathode, PointKind::Screen, PointKind::Heater], true));
    }

    private static function outputTubesIn(ReadingContext $context): bool
    {
        $out = $context->conditions->tubesOut() ?? [];
        foreach ($context->sheet->tubes ?? [] as $tube) {
            if ($tube->output && !\in_array($tube->position, $out, true)) {
                return true;
            }
        }

        return false;
    }

    /** A grid or sense point printed 0 V: what is there is leakage, judged by what it does (JUDGE-2, CAP-4). */
    private static function leakage(Judgement $base, TestPoint $point, TypedReading $reading, ReadingContext $context): Judgement
    {
        $resolution = max($reading->resolution, $context->meter?->rangeFor($point->function, $reading->volts)->resolution ?? 0.0, $base->halfWidth95Volts ?? 0.0);
        $current = null === $point->gridLeakOhms ? [] : ['leakageAmperes' => abs($reading->volts) / $point->gridLeakOhms];
        $size = abs($reading->volts);

        return match (true) {
            $size <= $resolution => $base->because(Verdict::Within, 'no-leakage', $current),
            $size <= self::GRID_TRACE_VOLTS => $base->because(Verdict::Within, 'trace-leakage', $current),
            $size <= self::GRID_LEAK_VOLTS => $base->because(Verdict::Watch, 'some-leakage', $current),
            default => $base->because(Verdict::Out, 'leakage', $current),
        };
    }

    /** Nothing is printed: the sister, the other unit or the last visit is the reference (JUDGE-6). */
    private static function againstSister(Judgement $base, TestPoint $point, float $volts, ComparisonReadings $near): Judgement
    {
        $otherUnit = true === $near->otherUnit?->isReference() ? $near->otherUnit : null;
        [$reference, $other, $name] = match (true) {
            null !== $near->sisterVolts => ['sister', $near->sisterVolts, $near->sisterPlace],
            null !== $otherUnit?->volts => ['other-unit', $otherUnit->volts, $otherUnit->unitName],
            default => ['last-visit', $near->lastVisitVolts, null],
        };
        if (null === $other || abs($other) < self::REFERENCE_VOLTS) {
            return $base->because(Verdict::CannotSay, 'nothing-to-compare');
        }
        $half = abs($other) * Beside::percent($point) / 100;
        $window = new Bounds($other - $half, $other + $half, 'default');
        $share = abs($volts - $other) / $half;
        $figures = [...$base->figures, 'sisterPlace' => $name, 'referenceVolts' => $other, 'deviationVolts' => $volts - $other, 'deviationPercent' => 100 * ($volts / $other - 1)];
        $judged = new Judgement(Verdict::CannotSay, $base->marks, '', $figures, $reference, $volts, $other, $window, $base->halfWidth95Volts);
        if ($share > 1.0) {
            return $judged->because(Verdict::Out, 'unlike-'.$reference);
        }

        return $judged->because($share > self::WATCH_SHARE ? Verdict::Watch : Verdict::Within, 'like-'.$reference);
    }

    /** Within the print, but unlike its sister, or unlike the other unit where that was sound: worth a look (JUDGE-6). */
    private static function beside(Judgement $judged, TestPoint $point, float $volts, ComparisonReadings $near): Judgement
    {
        $inside = $judged->verdict->severity() <= Verdict::Watch->severity();
        $deviation = Beside::deviation($volts, $near->sisterVolts);
        if (null !== $deviation) {
            $figures = ['sisterPlace' => $near->sisterPlace, 'sisterVolts' => $near->sisterVolts, 'sisterDeviationPercent' => $deviation];
            $judged = $inside && Beside::isApart($point, $deviation) ? $judged->because(Verdict::Watch, 'unlike-its-sister', $figures) : $judged->because($judged->verdict, $judged->reasonCode, $figures);
        }
        $other = $near->otherUnit;
        $deviation = Beside::deviation($volts, $other?->volts);
        if (null === $other || null === $deviation) {
            return $judged;
        }
        $figures = ['otherUnit' => $other->unitName, 'otherUnitVolts' => $other->volts, 'otherUnitDeviationPercent' => $deviation];
        $unlike = $inside && 'unlike-its-sister' !== $judged->reasonCode && $other->isSound() && Beside::isApart($point, $deviation);

        return $unlike ? $judged->because(Verdict::Watch, 'apart-from-other-unit', $figures) : $judged->because($judged->verdict, $judged->reasonCode, $figures);
    }
}
