<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Judges one capacitor or section: its figures, its leakage by what it does there, its rating, its polarity, and the school's word (CAP-1 to CAP-8). */
final class CapacitorCase
{
    /** Shift of a grid by coupling leakage: any more and the part goes, volts (CAP-4, common practice). */
    public const GRID_SHIFT_VOLTS = 0.5;
    /** So many times the drawn value changes what the stage or the rectifier does (our choice). */
    private const MUCH_MORE = 2.0;

    /** @return array{word: string, verdict: Verdict, reasons: list<Reason>, window: array{lowFarads: float, highFarads: float}} word: good | watch | replace | danger | cannot-say | open */
    public static function judge(DrawnCapacitor $drawn, Trials $trials, CapacitorContext $context): array
    {
        // Drawn, printed and measured are three facts (CAP-9a): a part is judged by its own mark, and its mark by the drawing.
        [$marked, $drawn] = self::marked($drawn, $trials);
        [$low, $high] = $drawn->kind()->window();
        $window = ['lowFarads' => $drawn->farads * (1 + $low / 100), 'highFarads' => $drawn->farads * (1 + $high / 100)];
        $figures = self::latestFigures($trials);
        $tested = [...self::capacitance($drawn, $figures), ...self::esr($drawn, $figures), ...self::leakage($drawn, $figures, $context)];
        $reasons = Reason::worstFirst([...$tested, ...self::rating($drawn), ...self::polarity($trials), ...$marked, ...self::school($drawn, $tested, $context)]);
        $worst = Reason::worst($reasons);
        // Only measuring says good: a rating that holds is no test of the part.
        [$word, $verdict] = match (true) {
            Verdict::Danger === $worst => ['danger', Verdict::Danger],
            Verdict::Out === $worst => ['replace', Verdict::Out],
            [] === $tested => ['open', Verdict::CannotSay],
            Verdict::CannotSay === $worst => ['cannot-say', Verdict::CannotSay],
            Verdict::Watch === $worst => ['watch', Verdict::Watch],
            default => ['good', Verdict::Within],
        };

        return ['word' => $word, 'verdict' => $verdict, 'reasons' => $reasons, 'window' => $window];
    }

    /** @return array{list<Reason>, DrawnCapacitor} what the mark on the part says of it, and the part as it is marked */
    private static function marked(DrawnCapacitor $drawn, Trials $trials): array
    {
        $mark = $trials->latest(TrialKind::CapacitorMark);
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
            $ratio > self::MUCH_MORE => new Reason('mark-more', Verdict::Watch, $said),
            default => new Reason('mark-as-drawn', Verdict::Within, $said),
        }];

        return [$reasons, $drawn->asMarked($farads, $volts ?? $drawn->ratedVolts)];
    }

    /**
     * The newest of each figure: ESR may have been taken on one pass and leakage on another.
     *
     * @return array<string, array{value: float, kind: ReadingKind, lifted: bool}>
     */
    public static function latestFigures(Trials $trials): array
    {
        $figures = [];
        foreach ($trials->kind(TrialKind::Capacitor)->all as $trial) {
            foreach ($trial->figures as $name => $figure) {
                $figures[$name] = ['value' => $figure->value, 'kind' => $figure->kind, 'lifted' => $trial->lifted];
            }
        }

        return $figures;
    }

    /**
     * @param array<string, array{value: float, kind: ReadingKind, lifted: bool}> $figures
     *
     * @return list<Reason>
     */
    private static function capacitance(DrawnCapacitor $drawn, array $figures): array
    {
        $measured = $figures['farads'] ?? null;
        if (null === $measured) {
            return [];
        }
        [$low, $high] = $drawn->kind()->window();
        $off = 100 * ($measured['value'] / $drawn->farads - 1);
        $said = ['farads' => $measured['value'], 'drawnFarads' => $drawn->farads, 'deviationPercent' => $off];

        return [match (true) {
            0.0 === $measured['value'] => new Reason('capacitance-none', Verdict::Out, $said),
            abs($measured['value'] * 1e3 / $drawn->farads - 1) < 0.2 || abs($measured['value'] * 1e-3 / $drawn->farads - 1) < 0.2 => new Reason('capacitance-unit-slip', Verdict::CannotSay, $said),
            $off < $low => new Reason('capacitance-low', Verdict::Out, $said),
            // A high reading can be leakage in disguise, and what lies across the part adds to it.
            $off > $high && isset($figures['leakAmperes']) => new Reason('capacitance-high', Verdict::Watch, $said),
            $off > $high => new Reason($measured['lifted'] ? 'capacitance-high-leaks' : 'capacitance-high-lift', Verdict::CannotSay, $said),
            default => new Reason('capacitance-within', Verdict::Within, $said),
        }];
    }

    /**
     * @param array<string, array{value: float, kind: ReadingKind, lifted: bool}> $figures
     *
     * @return list<Reason>
     */
    private static function esr(DrawnCapacitor $drawn, array $figures): array
    {
        $measured = $figures['esrOhms'] ?? null;
        if (null === $measured || CapacitorKind::Electrolytic !== $drawn->kind()) {
            return [];
        }
        $limit = SeriesResistance::limitAt100Kilohertz($drawn->farads);
        $said = ['esrOhms' => $measured['value'], 'limitOhms' => $limit];

        return [match (true) {
            ReadingKind::Overload === $measured['kind'] || $measured['value'] > $limit => new Reason('esr-high', Verdict::Out, $said),
            $measured['value'] > 0.75 * $limit => new Reason('esr-near', Verdict::Watch, $said),
            default => new Reason('esr-good', Verdict::Within, $said),
        }];
    }

    /**
     * @param array<string, array{value: float, kind: ReadingKind, lifted: bool}> $figures
     *
     * @return list<Reason>
     */
    private static function leakage(DrawnCapacitor $drawn, array $figures, CapacitorContext $context): array
    {
        $leak = $figures['leakAmperes'] ?? null;
        $volts = $figures['leakVolts']['value'] ?? null;
        if (null === $leak || null === $volts) {
            return [];
        }
        $said = ['leakAmperes' => $leak['value'], 'atVolts' => $volts, 'isLimit' => ReadingKind::Below === $leak['kind']];
        if (null !== $drawn->gridOhms) {
            return self::coupling($drawn, $leak, $volts, $said);
        }
        if (CapacitorKind::Electrolytic !== $drawn->kind()) {
            return [match (true) {
                ReadingKind::Below === $leak['kind'] || 0.0 === $leak['value'] => new Reason('film-tight', Verdict::Within, $said),
                default => new Reason('film-leaks', $leak['value'] > 1e-6 ? Verdict::Out : Verdict::Watch, $said),
            }];
        }
        $rated = $drawn->ratedVolts ?? $volts;
        $limit = $context->grade->limitAmperes($drawn->farads, $rated);
        $minutes = $figures['leakMinutes']['value'] ?? null;
        $said += ['limitAmperes' => $limit, 'ratedVolts' => $rated, 'minutes' => $minutes];

        return [match (true) {
            ReadingKind::Below === $leak['kind'] && $leak['value'] > $limit => new Reason('leakage-limit-too-coarse', Verdict::CannotSay, $said),
            $volts < 0.9 * $rated && $leak['value'] <= $limit => new Reason('leakage-below-rated', Verdict::CannotSay, $said),
            $leak['value'] <= $limit => new Reason('leakage-good', Verdict::Within, $said),
            null !== $minutes && $minutes < Leakage::MINUTES && $leak['value'] <= 3 * $limit => new Reason('leakage-still-falling', Verdict::CannotSay, $said),
            default => new Reason('leakage-high', Verdict::Out, $said),
        }];
    }

    /**
     * A coupling capacitor is judged by how far it moves the grid (CAP-4).
     *
     * @param array{value: float, kind: ReadingKind, lifted: bool} $leak
     * @param array<string, mixed>                                 $said
     *
     * @return list<Reason>
     */
    private static function coupling(DrawnCapacitor $drawn, array $leak, float $volts, array $said): array
    {
        $at = $drawn->workingVolts ?? $drawn->ratedVolts ?? $volts;
        // Leakage at the working volts: taken as a resistance, which flatters no part.
        $amperes = $leak['value'] * max(1.0, $at / max(1.0, $volts));
        $shift = $amperes * ($drawn->gridOhms ?? 0.0);
        $said += ['gridOhms' => $drawn->gridOhms, 'gridShiftVolts' => $shift];
        $lowVolts = $volts < 0.75 * $at;

        return [match (true) {
            ReadingKind::Below === $leak['kind'] && $shift > self::GRID_SHIFT_VOLTS => new Reason('coupling-tester-too-coarse', Verdict::CannotSay, $said),
            ReadingKind::Below === $leak['kind'] && $lowVolts => new Reason('coupling-tested-low', Verdict::CannotSay, $said + ['workingVolts' => $at]),
            ReadingKind::Below === $leak['kind'] || 0.0 === $leak['value'] => new Reason('coupling-tight', Verdict::Within, $said),
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
    private static function polarity(Trials $trials): array
    {
        return match ($trials->latest(TrialKind::Polarity)?->choice()) {
            'reversed' => [new Reason('polarity-reversed', Verdict::Danger)],
            'right' => [new Reason('polarity-right', Verdict::Within)],
            default => [],
        };
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
        $age = null === $context->builtYear ? null : $context->year - $context->builtYear;
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
