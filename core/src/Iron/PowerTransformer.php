<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

/** Judges a power transformer: copper, insulation, off-load volts, the mains it was made for, heat (IRON-6 to IRON-8). */
final class PowerTransformer
{
    /** Off load a winding gives its drawn volts within the first, percent; beyond the second it is out (our choice). */
    private const VOLTS_PERCENT = [5.0, 10.0];
    /** With the hot spot some 30 K above its surface, class A ends here, °C (our choice). */
    private const SURFACE_CELSIUS = 75.0;
    /** Windings that are all off alike, by more than this, tell of another primary, percent (our choice). */
    private const OTHER_MAINS_PERCENT = 4.0;

    public static function judge(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): TransformerVerdict
    {
        $measured = ['windings' => self::offLoad($drawn, $tests, $context)];
        $made = self::madeFor($measured['windings'], $drawn, $context);
        $measured['madeForVolts'] = $made['volts'] ?? null;
        $volts = array_values(array_filter(array_map(self::voltsReason(...), $measured['windings'])));
        if (null !== $made && abs($made['ratio'] - 1) > self::OTHER_MAINS_PERCENT / 100) {
            $volts = [new Reason('made-for-other-mains', Verdict::Watch, ['madeForVolts' => $made['volts'], 'wiredForVolts' => $made['wired']])];
        }
        $reasons = [...WindingOhms::judge($drawn, $tests), ...Insulation::judge($tests, $context), ...$volts, ...self::halves($tests), ...self::heat($tests), ...self::surface($tests)];

        return TransformerVerdict::of($drawn, $tests, $reasons, $measured, [] !== $measured['windings'], null !== $drawn->ratedVolts && [] !== array_filter($drawn->windings, static fn (array $w): bool => null !== $w['volts']));
    }

    /**
     * @return list<array{winding: string, volts: float, mainsVolts: float, expectedVolts: float|null, deviationPercent: float|null}>
     */
    private static function offLoad(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): array
    {
        $found = [];
        foreach ($tests->latestBySubject(TrialKind::OffLoad) as $subject => $test) {
            [$mains, $volts] = [$test->value('mainsVolts'), $test->value('volts')];
            if (null === $mains || null === $volts) {
                continue;
            }
            $volts += $test->value('otherHalfVolts') ?? 0.0;
            $expected = null;
            foreach ($drawn->windings as $winding) {
                if ($winding['id'] === (string) $subject && null !== $winding['volts'] && null !== $drawn->ratedVolts) {
                    $expected = $winding['volts'] * $mains / ($drawn->ratedVolts * $context->mainsRatio);
                }
            }
            $found[] = ['winding' => (string) $subject, 'volts' => $volts, 'mainsVolts' => $mains, 'expectedVolts' => $expected, 'deviationPercent' => null === $expected ? null : 100 * ($volts / $expected - 1)];
        }

        return $found;
    }

    /**
     * The mains for which the windings would give their drawn volts.
     *
     * @param list<array{winding: string, volts: float, mainsVolts: float, expectedVolts: float|null, deviationPercent: float|null}> $windings
     *
     * @return array{volts: float, wired: float, ratio: float}|null null unless at least two windings agree on it
     */
    private static function madeFor(array $windings, DrawnTransformer $drawn, IronContext $context): ?array
    {
        $ratios = [];
        foreach ($windings as $w) {
            if (null !== $w['expectedVolts'] && $w['volts'] > 0.0) {
                $ratios[] = $w['expectedVolts'] / $w['volts'];
            }
        }
        if (\count($ratios) < 2 || null === $drawn->ratedVolts || max($ratios) / min($ratios) > 1 + self::OTHER_MAINS_PERCENT / 100) {
            return null;
        }
        $ratio = array_sum($ratios) / \count($ratios);
        $wired = $drawn->ratedVolts * $context->mainsRatio;

        return ['volts' => $ratio * $wired, 'wired' => $wired, 'ratio' => $ratio];
    }

    /** @param array{winding: string, volts: float, mainsVolts: float, expectedVolts: float|null, deviationPercent: float|null} $w */
    private static function voltsReason(array $w): ?Reason
    {
        if (null === $w['deviationPercent']) {
            return null;
        }
        $off = abs($w['deviationPercent']);

        return match (true) {
            $off <= self::VOLTS_PERCENT[0] => new Reason('off-load-as-drawn', Verdict::Within, $w),
            $off <= self::VOLTS_PERCENT[1] => new Reason('off-load-off', Verdict::Watch, $w),
            default => new Reason($w['deviationPercent'] < 0 ? 'off-load-low' : 'off-load-high', Verdict::Out, $w),
        };
    }

    /** @return list<Reason> */
    private static function halves(TestRecord $tests): array
    {
        $reasons = [];
        foreach ($tests->latestBySubject(TrialKind::OffLoad) as $subject => $test) {
            array_push($reasons, ...Halves::judge($test->value('volts'), $test->value('otherHalfVolts'), ['winding' => (string) $subject]));
        }

        return $reasons;
    }

    /** @return list<Reason> a surface can be touched, a winding not: what is warm outside is hotter within (IRON-8) */
    private static function surface(TestRecord $tests): array
    {
        $test = $tests->latest(TrialKind::Surface);
        [$surface, $ambient] = [$test?->value('surfaceCelsius'), $test?->value('ambientCelsius')];
        if (null === $surface || null === $ambient) {
            return [];
        }
        $figures = ['surfaceCelsius' => $surface, 'riseKelvin' => $surface - $ambient];

        return [new Reason($surface > self::SURFACE_CELSIUS ? 'surface-warm' : 'surface-cool', $surface > self::SURFACE_CELSIUS ? Verdict::Watch : Verdict::Within, $figures)];
    }

    /** @return list<Reason> heat by resistance rise, class A insulation unless the part says more (IRON-8) */
    private static function heat(TestRecord $tests): array
    {
        return array_values(array_filter(array_map(static function (TakenTest $test): ?Reason {
            [$cold, $t1, $hot] = [$test->value('coldOhms'), $test->value('coldCelsius'), $test->value('hotOhms')];
            if (null === $cold || null === $t1 || null === $hot || $cold <= 0.0) {
                return null;
            }
            $mean = Winding::celsius($cold, $t1, $hot);
            $spot = $mean + Winding::HOT_SPOT_KELVIN;
            $figures = ['meanCelsius' => $mean, 'hotSpotCelsius' => $spot, 'riseKelvin' => $mean - $t1, 'classCelsius' => Winding::CLASSES['A'], 'lifeFactor' => Winding::lifeFactor(Winding::CLASSES['A'] - $spot)];

            return new Reason($spot > Winding::CLASSES['A'] ? 'winding-too-hot' : ($spot > Winding::CLASSES['A'] - 10.0 ? 'winding-warm' : 'winding-cool'), $spot > Winding::CLASSES['A'] ? Verdict::Out : ($spot > Winding::CLASSES['A'] - 10.0 ? Verdict::Watch : Verdict::Within), $figures);
        }, $tests->latestBySubject(TrialKind::ResistanceRise))));
    }
}
