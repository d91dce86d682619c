<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Judges a power transformer: copper, insulation, off-load volts, the mains it was made for, heat (IRON-6 to IRON-8). */
final class PowerTransformer
{
    /** Off load a winding gives its drawn volts within this, percent (our choice). */
    public const LIKE_DRAWN_PERCENT = 5.0;
    /** Beyond this it is out, percent (our choice). */
    private const OUT_PERCENT = 10.0;
    /** With the hot spot some 30 K above its surface, class A ends here, °C (our choice). */
    private const SURFACE_CELSIUS = 75.0;
    /** Windings that are all off alike, by more than this, tell of another primary, percent (our choice). */
    private const OTHER_MAINS_PERCENT = 4.0;

    public static function judge(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): TransformerVerdict
    {
        $offLoad = self::offLoad($drawn, $tests, $context);
        $made = self::madeFor($offLoad, $drawn, $context);
        $volts = array_values(array_filter(array_map(self::voltsReason(...), $offLoad)));
        if (null !== $made && abs($made['ratio'] - 1) > self::OTHER_MAINS_PERCENT / 100) {
            $volts = [new Reason('made-for-other-mains', Verdict::Watch, ['madeForVolts' => $made['volts'], 'wiredForVolts' => $made['wired']])];
        }
        $reasons = [...WindingOhms::judge($drawn, $tests), ...Insulation::judge($tests, $context), ...$volts, ...self::halves($tests), ...self::heat($tests), ...self::surface($tests)];

        return TransformerVerdict::among($drawn, $tests, $reasons, new IronMeasured(offLoad: $offLoad, madeForVolts: $made['volts'] ?? null), [] !== $offLoad, null !== $drawn->ratedVolts && [] !== array_filter($drawn->windings, static fn (DrawnWinding $w): bool => null !== $w->volts));
    }

    /** @return list<OffLoadVolts> */
    private static function offLoad(DrawnTransformer $drawn, TestRecord $tests, IronContext $context): array
    {
        $found = [];
        foreach ($tests->latestBySubject(IronTestKind::OffLoad) as $subject => $test) {
            [$mains, $volts] = [$test->value('mainsVolts'), $test->value('volts')];
            if (null === $mains || null === $volts) {
                continue;
            }
            $volts += $test->value('otherHalfVolts') ?? 0.0;
            $expected = null;
            foreach ($drawn->windings as $winding) {
                if ($winding->id === (string) $subject && null !== $winding->volts && null !== $drawn->ratedVolts) {
                    $expected = $winding->volts * $mains / ($drawn->ratedVolts * $context->mainsRatio);
                }
            }
            $found[] = new OffLoadVolts((string) $subject, $volts, $mains, $expected, null === $expected ? null : 100 * ($volts / $expected - 1));
        }

        return $found;
    }

    /**
     * The mains for which the windings would give their drawn volts.
     *
     * @param list<OffLoadVolts> $windings
     *
     * @return array{volts: float, wired: float, ratio: float}|null null unless at least two windings agree on it
     */
    private static function madeFor(array $windings, DrawnTransformer $drawn, IronContext $context): ?array
    {
        $ratios = [];
        foreach ($windings as $w) {
            if (null !== $w->expectedVolts && $w->volts > 0.0) {
                $ratios[] = $w->expectedVolts / $w->volts;
            }
        }
        if (\count($ratios) < 2 || null === $drawn->ratedVolts || max($ratios) / min($ratios) > 1 + self::OTHER_MAINS_PERCENT / 100) {
            return null;
        }
        $ratio = array_sum($ratios) / \count($ratios);
        $wired = $drawn->ratedVolts * $context->mainsRatio;

        return ['volts' => $ratio * $wired, 'wired' => $wired, 'ratio' => $ratio];
    }

    private static function voltsReason(OffLoadVolts $w): ?Reason
    {
        if (null === $w->deviationPercent) {
            return null;
        }
        $off = abs($w->deviationPercent);

        return match (true) {
            $off <= self::LIKE_DRAWN_PERCENT => new Reason('off-load-as-drawn', Verdict::Within, $w->toArray()),
            $off <= self::OUT_PERCENT => new Reason('off-load-off', Verdict::Watch, $w->toArray()),
            default => new Reason($w->deviationPercent < 0 ? 'off-load-low' : 'off-load-high', Verdict::Out, $w->toArray()),
        };
    }

    /** @return list<Reason> */
    private static function halves(TestRecord $tests): array
    {
        $reasons = [];
        foreach ($tests->latestBySubject(IronTestKind::OffLoad) as $subject => $test) {
            array_push($reasons, ...Halves::judge($test->value('volts'), $test->value('otherHalfVolts'), ['winding' => (string) $subject]));
        }

        return $reasons;
    }

    /** @return list<Reason> a surface can be touched, a winding not: what is warm outside is hotter within (IRON-8) */
    private static function surface(TestRecord $tests): array
    {
        $test = $tests->latest(IronTestKind::Surface);
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
            $figures = ['meanCelsius' => $mean, 'hotSpotCelsius' => $spot, 'riseKelvin' => $mean - $t1, 'classCelsius' => Winding::CLASSES_CELSIUS['A'], 'lifeFactor' => Winding::lifeFactor(Winding::CLASSES_CELSIUS['A'] - $spot)];

            return new Reason($spot > Winding::CLASSES_CELSIUS['A'] ? 'winding-too-hot' : ($spot > Winding::CLASSES_CELSIUS['A'] - 10.0 ? 'winding-warm' : 'winding-cool'), $spot > Winding::CLASSES_CELSIUS['A'] ? Verdict::Out : ($spot > Winding::CLASSES_CELSIUS['A'] - 10.0 ? Verdict::Watch : Verdict::Within), $figures);
        }, $tests->latestBySubject(IronTestKind::ResistanceRise))));
    }
}
