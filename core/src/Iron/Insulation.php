<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Practice;
use Yew\Core\Test\LeakFigure;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Winding to core and to other windings: the lowest reading counts, and an ohmmeter alone never passes it (IRON-6). */
final class Insulation
{
    /** The usual end of the test, volts (common practice). */
    public const USUAL_END_VOLTS = 600.0;
    /** A plate swings to more than twice its supply (IRON-12). */
    public const SWING_TIMES = 2.0;
    /** A last step within this share of the peak has reached it (our choice: meters and scales). */
    private const NEAR_END_SHARE = 0.95;

    /**
     * @return list<Reason> one for each pair that was measured, with what it means at B+
     */
    public static function judge(TestRecord $tests, IronContext $context): array
    {
        $reasons = [];
        $subjects = array_unique(array_map(static fn (TakenTest $t): string => $t->subject, $tests->kind(IronTestKind::Insulation, IronTestKind::InsulationOhms)->all));
        foreach ($subjects as $subject) {
            $reasons[] = self::pair($tests->about($subject), $subject, $context);
        }

        return $reasons;
    }

    private static function pair(TestRecord $tests, string $subject, IronContext $context): Reason
    {
        // An isolated measurement supersedes one in circuit (JUDGE-7a): earths, feedback and centre-tap resistors lead there too.
        $tests = $tests->isolated();
        $inCircuit = !$tests->all[0]->lifted;
        $lowest = $limit = null;
        $highestVolts = 0.0;
        $overrange = $held = false;
        foreach ($tests->kind(IronTestKind::Insulation, IronTestKind::InsulationOhms)->all as $test) {
            $found = LeakFigure::of($test);
            $overrange = $overrange || $found->overrange;
            $highestVolts = max($highestVolts, IronTestKind::Insulation === $test->kind ? $found->volts : 0.0);
            $held = $held || (!$found->leaks() && null !== $found->limitOhms && $found->limitOhms >= Practice::INSULATION_CONDEMNED_OHMS);
            if (null !== $found->leakOhms && (null === $lowest || $found->leakOhms < $lowest)) {
                $lowest = $found->leakOhms;
            }
            // Only what was seen at full volts counts as seen: nothing at 50 V is nothing at 50 V.
            if (IronTestKind::Insulation === $test->kind && $found->volts >= $context->insulationVolts) {
                $limit = max($limit ?? 0.0, $found->limitOhms ?? $found->leakOhms ?? 0.0);
            }
        }
        $figures = ['between' => str_replace('-', ' to ', $subject), 'leakOhms' => $lowest, 'limitOhms' => $limit, 'testVolts' => $highestVolts, 'goodOhms' => $context->insulationOhms];
        if (null !== $lowest && null !== $context->bPlusVolts && $lowest > 0.0) {
            $figures += ['bPlusVolts' => $context->bPlusVolts, 'leakAmperes' => $context->bPlusVolts / $lowest, 'leakWatts' => $context->bPlusVolts ** 2 / $lowest];
        }
        // A steady leak is a load like another: on the mains side it draws what its watts ask, and a fuse sees no more.
        $mainsAmperes = ($figures['leakWatts'] ?? 0.0) / $context->mainsVolts;
        $figures += null === $context->fuseAmperes ? [] : ['fuseAmperes' => $context->fuseAmperes, 'mainsAmperes' => $mainsAmperes];
        $peak = null === $context->bPlusVolts ? self::USUAL_END_VOLTS : min(self::USUAL_END_VOLTS, self::SWING_TIMES * $context->bPlusVolts);
        $end = max($context->insulationVolts, $peak);
        $condemned = $overrange || (null !== $lowest && $lowest < Practice::INSULATION_CONDEMNED_OHMS);

        return match (true) {
            $condemned && $inCircuit => new Reason('insulation-lift-first', Verdict::CannotSay, $figures),
            $overrange => new Reason('insulation-leaks-overrange', Verdict::Danger, $figures),
            $condemned => new Reason(match (true) {
                $held => 'insulation-comes-and-goes',
                !isset($figures['leakWatts']) => 'insulation-leaks',
                isset($figures['fuseAmperes']) && $mainsAmperes < $figures['fuseAmperes'] => 'insulation-leaks-under-fuse',
                default => 'insulation-leaks-at-work',
            }, Verdict::Danger, $figures),
            0.0 === $highestVolts => new Reason('insulation-ohmmeter-only', Verdict::CannotSay, $figures),
            $highestVolts < max($context->insulationVolts, self::NEAR_END_SHARE * $end) => new Reason('insulation-not-to-peak', Verdict::CannotSay, $figures + ['endVolts' => $end]),
            null === $limit || 0.0 === $limit => new Reason('insulation-limit-not-said', Verdict::CannotSay, $figures),
            $limit < Practice::INSULATION_CONDEMNED_OHMS => new Reason('insulation-limit-too-coarse', Verdict::CannotSay, $figures),
            null !== $lowest && $lowest < $context->insulationOhms => new Reason('insulation-weak', Verdict::Watch, $figures),
            $limit < $context->insulationOhms => new Reason('insulation-seen-short-of-good', Verdict::Watch, $figures),
            null === $tests->latest(IronTestKind::InsulationOhms) || self::ohmsAfterIsMissing($tests) => new Reason('insulation-not-again', Verdict::Watch, $figures),
            default => new Reason('insulation-good', Verdict::Within, $figures),
        };
    }

    /** The test itself can break it down further: ohms again after it. */
    private static function ohmsAfterIsMissing(TestRecord $tests): bool
    {
        $last = null;
        foreach ($tests->kind(IronTestKind::Insulation, IronTestKind::InsulationOhms)->all as $test) {
            $last = $test->kind;
        }

        return IronTestKind::InsulationOhms !== $last;
    }
}
