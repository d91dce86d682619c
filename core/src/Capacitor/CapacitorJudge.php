<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Drawn\CapacitorKind;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Leakage;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\School;
use Yew\Core\Test\Check;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Judges one capacitor or section: its figures, its leakage by what it does there, its rating, its polarity, and the school's word (CAP-1 to CAP-8). */
final class CapacitorJudge
{
    /** Shift of a grid by coupling leakage: any more and the part goes, volts (CAP-4, common practice). */
    public const GRID_SHIFT_VOLTS = 0.5;
    /** A film part that leaks more than this goes, amperes; a tester that sees no less cannot pass it (our choice). */
    private const FILM_AMPERES = 1e-6;
    /** Tested at less than this share of the volts it must stand, a part is not tested (our choice). */
    private const LOW_TEST_SHARE = 0.75;
    /** Beyond this share of its limit an ESR is watched: the healthy can of CAP-1 reaches nine tenths (our choice). */
    private const NEAR_LIMIT_SHARE = 0.91;
    /** Leakage at this share of the highest volts was taken at the same volts (our choice). */
    private const SAME_VOLTS_SHARE = 0.9;
    /** Leakage that a bench measures and a part survives, amperes: beyond it milli was meant to be micro (our choice). */
    private const LEAST_LEAK_AMPERES = 1e-9;
    private const MOST_LEAK_AMPERES = 20e-3;
    /** So many times the drawn value changes what the stage or the rectifier does (our choice). */
    private const MUCH_MORE_TIMES = 2.0;

    public static function judge(DrawnCapacitor $drawn, TestRecord $tests, CapacitorContext $context): CapacitorVerdict
    {
        // Drawn, printed and measured are three facts (CAP-9a): a part is judged by its own mark, and its mark by the drawing.
        [$marked, $drawn] = self::marked($drawn, $tests);
        [$low, $high] = $drawn->kind()->window();
        $figures = self::countingFigures($drawn, $tests);
        $tested = [...self::capacitance($drawn, $figures), ...self::esr($drawn, $figures), ...self::leakage($drawn, $figures, $context)];
        $reasons = Reason::worstFirst([...$tested, ...self::rating($drawn), ...self::polarity($tests), ...$marked, ...self::school($drawn, $tested, $context)]);
        $worst = Reason::worst($reasons);
        // Only measuring says good: a rating that holds is no test of the part.
        [$outcome, $verdict] = match (true) {
            Verdict::Danger === $worst => [Outcome::Danger, Verdict::Danger],
            Verdict::Out === $worst => [Outcome::Replace, Verdict::Out],
            [] === $tested => [Outcome::Open, Verdict::CannotSay],
            Verdict::CannotSay === $worst => [Outcome::CannotSay, Verdict::CannotSay],
            Verdict::Watch === $worst => [Outcome::Watch, Verdict::Watch],
            default => [Outcome::Good, Verdict::Within],
        };

        return new CapacitorVerdict($outcome, $verdict, $reasons, $drawn->farads, $drawn->farads * (1 + $low / 100), $drawn->farads * (1 + $high / 100), $figures);
    }

    /** @return list<Check> what is drawn of its figures: capacitance first */
    public static function checks(DrawnCapacitor $drawn): array
    {
        [$low, $high] = $drawn->kind()->window();
        $checks = [Check::figure('farads', $drawn->farads * (1 + $low / 100), $drawn->farads * (1 + $high / 100)), Check::figure('leakAmperes', self::LEAST_LEAK_AMPERES, self::MOST_LEAK_AMPERES)];

        return CapacitorKind::Electrolytic === $drawn->kind() ? [...$checks, Check::microfaradsAndOhms('farads', 'esrOhms', $checks[0]->low, $checks[0]->high)] : $checks;
    }

    /** @return array{list<Reason>, DrawnCapacitor} what the mark on the part says of it, and the part as it is marked */
    private static function marked(DrawnCapacitor $drawn, TestRecord $tests): array
    {
        $mark = $tests->latest(CapacitorTestKind::CapacitorMark);
        $farads = $mark?->value('farads') ?? 0.0;
        if ($farads <= 0.0) {
            return [[], $drawn];
        }
        $volts = $mark?->value('volts');
        $said = ['markedFarads' => $farads, 'drawnFarads' => $drawn->farads];
        $ratio = $farads / $drawn->farads;
        $reasons = [match (true) {
            abs(log10($ratio) - round(log10($ratio))) < 0.05 && abs(log10($ratio)) > 0.9 => new Reason('mark-decade', Verdict::Out, $said),
            $ratio < 0.8 => new Reason('mark-less', Verdict::Watch, $said),
            $ratio > self::MUCH_MORE_TIMES => new Reason('mark-more', Verdict::Watch, $said),
            default => new Reason('mark-as-drawn', Verdict::Within, $said),
        }];

        return [$reasons, $drawn->asMarked($farads, $volts ?? $drawn->ratedVolts)];
    }

    /**
     * The figures that count: of capacitance and ESR those of the isolated part, else those in place, the worst of several
     * (JUDGE-7, JUDGE-7a); of leakage the newest at the highest volts, since it falls while the part forms.
     *
     * @return array<string, CountingFigure> farads, esrOhms, leakAmperes, leakVolts, leakMinutes as far as taken
     */
    private static function countingFigures(DrawnCapacitor $drawn, TestRecord $tests): array
    {
        $figures = [];
        $badness = [
            'farads' => static fn (Quantity $q): float => abs(log(max(1e-15, $q->value) / $drawn->farads)),
            'esrOhms' => static fn (Quantity $q): float => ReadingKind::Overload === $q->kind ? \INF : $q->value,
        ];
        foreach ($tests->kind(CapacitorTestKind::Capacitor)->all as $test) {
            foreach ($badness as $name => $worse) {
                $figure = $test->figures[$name] ?? null;
                $kept = $figures[$name] ?? null;
                if (null !== $figure && (null === $kept || ($test->lifted && !$kept->lifted) || ($test->lifted === $kept->lifted && $worse($figure) >= $worse($kept->figure)))) {
                    $figures[$name] = new CountingFigure($figure, $test->lifted);
                }
            }
            $volts = $test->figures['leakVolts'] ?? null;
            if (isset($test->figures['leakAmperes']) && null !== $volts && $volts->value >= self::SAME_VOLTS_SHARE * ($figures['leakVolts']->figure->value ?? 0.0)) {
                unset($figures['leakMinutes']);
                foreach (['leakAmperes', 'leakVolts', 'leakMinutes'] as $name) {
                    if (isset($test->figures[$name])) {
                        $figures[$name] = new CountingFigure($test->figures[$name], $test->lifted);
                    }
                }
            }
        }

        return $figures;
    }

    /**
     * @param array<string, CountingFigure> $figures
     *
     * @return list<Reason>
     */
    private static function capacitance(DrawnCapacitor $drawn, array $figures): array
    {
        $measured = $figures['farads']->figure ?? null;
        if (null === $measured) {
            return [];
        }
        [$low, $high] = $drawn->kind()->window();
        $farads = $measured->value;
        $off = 100 * ($farads / $drawn->farads - 1);
        $said = ['farads' => $farads, 'drawnFarads' => $drawn->farads, 'deviationPercent' => $off];

        return [match (true) {
            null !== $measured->detectionLimit() => $farads < $drawn->farads * (1 + $low / 100) ? new Reason('capacitance-none', Verdict::Out, $said) : new Reason('capacitance-bound', Verdict::CannotSay, $said),
            null === $measured->plain() => new Reason('capacitance-bound', Verdict::CannotSay, $said),
            abs($farads * 1e3 / $drawn->farads - 1) < 0.2 || abs($farads * 1e-3 / $drawn->farads - 1) < 0.2 => new Reason('capacitance-unit-slip', Verdict::CannotSay, $said),
            $off < $low => new Reason('capacitance-low', Verdict::Out, $said),
            // A high reading can be leakage in disguise, and what lies across the part adds to it.
            $off > $high && isset($figures['leakAmperes']) => new Reason('capacitance-high', Verdict::Watch, $said),
            $off > $high => new Reason($figures['farads']->lifted ? 'capacitance-high-leaks' : 'capacitance-high-lift', Verdict::CannotSay, $said),
            default => new Reason('capacitance-within', Verdict::Within, $said),
        }];
    }

    /**
     * @param array<string, CountingFigure> $figures
     *
     * @return list<Reason>
     */
    private static function esr(DrawnCapacitor $drawn, array $figures): array
    {
        $measured = $figures['esrOhms']->figure ?? null;
        if (null === $measured || CapacitorKind::Electrolytic !== $drawn->kind()) {
            return [];
        }
        $limit = SeriesResistance::limitAt100Kilohertz($drawn->farads);
        $said = ['esrOhms' => $measured->plain(), 'shownOhms' => $measured->understood(), 'limitOhms' => $limit];
        [$most, $least] = [$measured->most(), $measured->least()];

        return [match (true) {
            ReadingKind::Overload === $measured->kind, null !== $least && $least > $limit => new Reason('esr-high', Verdict::Out, $said),
            null !== $most && $most <= self::NEAR_LIMIT_SHARE * $limit => new Reason('esr-good', Verdict::Within, $said),
            null !== $measured->plain() => new Reason('esr-near', Verdict::Watch, $said),
            default => new Reason('esr-bound', Verdict::CannotSay, $said),
        }];
    }

    /**
     * @param array<string, CountingFigure> $figures
     *
     * @return list<Reason>
     */
    private static function leakage(DrawnCapacitor $drawn, array $figures, CapacitorContext $context): array
    {
        $leak = $figures['leakAmperes']->figure ?? null;
        $volts = ($figures['leakVolts'] ?? null)?->figure->plain();
        if (null === $leak || null === $volts) {
            return [];
        }
        // Nothing seen counts as its detection limit: a zero on a 50 µA meter is 50 µA until a finer one says less (JUDGE-7f).
        $limit = $leak->detectionLimit();
        $said = ['leakAmperes' => $limit ?? $leak->value, 'atVolts' => $volts, 'isLimit' => null !== $limit];
        if (0.0 === $limit) {
            return [new Reason('leakage-limit-not-said', Verdict::CannotSay, $said)];
        }
        if (ReadingKind::Overload === $leak->kind) {
            return [new Reason('leakage-overrange', Verdict::Out, ['atVolts' => $volts])];
        }
        if (null !== $drawn->gridOhms) {
            return self::coupling($drawn, $limit ?? $leak->value, null !== $limit, $volts, $said);
        }
        if (CapacitorKind::Electrolytic !== $drawn->kind()) {
            $rated = $drawn->ratedVolts ?? $volts;

            return [match (true) {
                null === $limit => new Reason('film-leaks', $leak->value > self::FILM_AMPERES ? Verdict::Out : Verdict::Watch, $said),
                $limit > self::FILM_AMPERES => new Reason('film-tester-too-coarse', Verdict::CannotSay, $said),
                $volts < self::LOW_TEST_SHARE * $rated => new Reason('leakage-below-rated', Verdict::CannotSay, $said + ['ratedVolts' => $rated]),
                default => new Reason('film-tight', Verdict::Within, $said),
            }];
        }
        $rated = $drawn->ratedVolts ?? $volts;
        $allowed = $context->grade->limitAmperes($drawn->farads, $rated);
        $minutes = ($figures['leakMinutes'] ?? null)?->figure->plain();
        $said += ['limitAmperes' => $allowed, 'ratedVolts' => $rated, 'minutes' => $minutes];
        $most = $leak->most();
        $least = $leak->least();

        return [match (true) {
            null !== $limit && $limit > $allowed => new Reason('leakage-limit-too-coarse', Verdict::CannotSay, $said),
            null === $most && ($least ?? 0.0) <= $allowed => new Reason('leakage-bound', Verdict::CannotSay, $said),
            null !== $most && $volts < 0.9 * $rated && $most <= $allowed => new Reason('leakage-below-rated', Verdict::CannotSay, $said),
            null !== $most && $most <= $allowed => new Reason('leakage-good', Verdict::Within, $said),
            null !== $most && null !== $minutes && $minutes < Leakage::MINUTES && $most <= 3 * $allowed => new Reason('leakage-still-falling', Verdict::CannotSay, $said),
            default => new Reason('leakage-high', Verdict::Out, $said),
        }];
    }

    /**
     * A coupling capacitor is judged by how far it moves the grid (CAP-4).
     *
     * @param float                $leakAmperes found, or the limit up to which nothing was seen
     * @param array<string, mixed> $said
     *
     * @return list<Reason>
     */
    private static function coupling(DrawnCapacitor $drawn, float $leakAmperes, bool $isLimit, float $volts, array $said): array
    {
        $at = $drawn->workingVolts ?? $drawn->ratedVolts ?? $volts;
        // Leakage at the working volts: taken as a resistance, which flatters no part.
        $shift = $leakAmperes * max(1.0, $at / max(1.0, $volts)) * ($drawn->gridOhms ?? 0.0);
        $said += ['gridOhms' => $drawn->gridOhms, 'gridShiftVolts' => $shift];

        return [match (true) {
            $isLimit && $shift > self::GRID_SHIFT_VOLTS => new Reason('coupling-tester-too-coarse', Verdict::CannotSay, $said),
            $isLimit && $volts < self::LOW_TEST_SHARE * $at => new Reason('coupling-tested-low', Verdict::CannotSay, $said + ['workingVolts' => $at]),
            $isLimit => new Reason('coupling-tight', Verdict::Within, $said),
            $shift > self::GRID_SHIFT_VOLTS => new Reason('coupling-leaks', Verdict::Out, $said),
            default => new Reason('coupling-leaks-little', Verdict::Watch, $said),
        }];
    }

    /** @return list<Reason> rating against the worst case, never the surge mark (CAP-5) */
    private static function rating(DrawnCapacitor $drawn): array
    {
        if (null === $drawn->ratedVolts || null === $drawn->worstVolts) {
            return [];
        }
        $said = ['ratedVolts' => $drawn->ratedVolts, 'worstVolts' => abs($drawn->worstVolts), 'workingVolts' => abs($drawn->workingVolts ?? 0.0), 'ceilingVolts' => $drawn->ceilingVolts];
        $code = 'coupling' === $drawn->does ? 'rating-cold-start' : 'rating-no-tubes';

        return match (true) {
            abs($drawn->workingVolts ?? 0.0) > $drawn->ratedVolts => [new Reason('rating-below-working', Verdict::Danger, $said)],
            abs($drawn->worstVolts) > $drawn->ratedVolts => [new Reason($code, Verdict::Watch, $said)],
            default => [],
        };
    }

    /** @return list<Reason> */
    private static function polarity(TestRecord $tests): array
    {
        // A part does not turn itself round: reversed counts until it is said to be turned or new.
        return $tests->kind(CapacitorTestKind::Polarity)->deciding(static fn (TakenTest $t): Reason => 'right' === $t->choice() ? new Reason('polarity-right', Verdict::Within) : new Reason('polarity-reversed', Verdict::Danger));
    }

    /**
     * @param list<Reason> $tested
     *
     * @return list<Reason> what the shop's school says beyond the figures
     */
    private static function school(DrawnCapacitor $drawn, array $tested, CapacitorContext $context): array
    {
        if (CapacitorKind::Electrolytic !== $drawn->kind() || \in_array(Reason::worst($tested), [Verdict::Out, Verdict::Danger], true)) {
            return [];
        }
        $age = null === $context->builtYear || null === $context->year ? null : $context->year - $context->builtYear;
        $said = ['ageYears' => $age, 'builtYear' => $context->builtYear];
        if ('bias' === $drawn->does && (null === $age || $age >= School::OLD_YEARS)) {
            return [new Reason('school-bias-insurance', Verdict::Watch, $said)];
        }

        return match ($context->school) {
            School::AgeFirst => null === $age ? [] : [new Reason($age >= School::OLD_YEARS ? 'school-age-old' : 'school-age-young', $age >= School::OLD_YEARS ? Verdict::Out : Verdict::Within, $said)],
            School::LabourFirst => [new Reason('school-labour', Verdict::Watch, $said)],
            School::MeasureFirst => [] === $tested || Verdict::Within !== Reason::worst($tested) ? [] : [new Reason('school-measure-stays', Verdict::Within, $said)],
        };
    }
}
