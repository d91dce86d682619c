<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Winding to core and to other windings: the lowest reading counts, and an ohmmeter alone never passes it (IRON-6). */
final class Insulation
{
    /** Below this a winding is condemned, ohms (common practice). */
    public const CONDEMNED_OHMS = 1e6;
    /** The usual end of the test, volts (common practice). */
    public const USUAL_END_VOLTS = 600.0;
    /** A plate swings to more than twice its supply (IRON-12). */
    public const SWING = 2.0;

    /**
     * @return list<Reason> one for each pair that was measured, with what it means at B+
     */
    public static function judge(Trials $trials, ?float $bPlusVolts): array
    {
        $reasons = [];
        $subjects = array_unique(array_map(static fn (Trial $t): string => $t->subject, $trials->kind(TrialKind::Insulation, TrialKind::InsulationOhms)->all));
        foreach ($subjects as $subject) {
            $reasons[] = self::pair(new Trials(array_values(array_filter($trials->all, static fn (Trial $t): bool => $t->subject === $subject))), $subject, $bPlusVolts);
        }

        return $reasons;
    }

    /**
     * Ohms that a trial proves: of a current by V/I; a detection limit counts as at least that much.
     *
     * @return array{ohms: float, isLimit: bool}|null null for an overload, which proves nothing but the meter's end
     */
    public static function ohms(Trial $trial): ?array
    {
        $volts = $trial->value('volts') ?? 0.0;
        $amperes = $trial->figures['leakAmperes'] ?? null;
        if (null !== $amperes) {
            return $amperes->value > 0.0 ? ['ohms' => $volts / $amperes->value, 'isLimit' => ReadingKind::Below === $amperes->kind] : null;
        }
        $ohms = $trial->figures['leakOhms'] ?? $trial->figures['ohms'] ?? null;

        return null === $ohms || ReadingKind::Overload === $ohms->kind ? null : ['ohms' => $ohms->value, 'isLimit' => ReadingKind::Above === $ohms->kind];
    }

    private static function pair(Trials $trials, string $subject, ?float $bPlusVolts): Reason
    {
        // An isolated measurement supersedes one in circuit (JUDGE-7a): earths, feedback and centre-tap resistors lead there too.
        $isolated = array_values(array_filter($trials->all, static fn (Trial $t): bool => $t->lifted));
        $trials = [] === $isolated ? $trials : new Trials($isolated);
        $lowest = null;
        $limit = null;
        $highestVolts = 0.0;
        foreach ($trials->kind(TrialKind::Insulation, TrialKind::InsulationOhms)->all as $trial) {
            $proved = self::ohms($trial);
            if (TrialKind::Insulation === $trial->kind) {
                $highestVolts = max($highestVolts, $trial->value('volts') ?? 0.0);
            }
            if (null !== $proved && !$proved['isLimit'] && (null === $lowest || $proved['ohms'] < $lowest)) {
                $lowest = $proved['ohms'];
            }
            if (null !== $proved && $proved['isLimit'] && TrialKind::Insulation === $trial->kind) {
                $limit = max($limit ?? 0.0, $proved['ohms']);
            }
        }
        $figures = ['between' => str_replace('-', ' to ', $subject), 'leakOhms' => $lowest, 'limitOhms' => $limit, 'testVolts' => $highestVolts];
        if (null !== $lowest && null !== $bPlusVolts && $lowest > 0.0) {
            $figures += ['bPlusVolts' => $bPlusVolts, 'leakAmperes' => $bPlusVolts / $lowest, 'leakWatts' => $bPlusVolts ** 2 / $lowest];
        }
        $end = null === $bPlusVolts ? self::USUAL_END_VOLTS : min(self::USUAL_END_VOLTS, self::SWING * $bPlusVolts);

        return match (true) {
            null !== $lowest && $lowest < self::CONDEMNED_OHMS && [] === $isolated => new Reason('insulation-lift-first', Verdict::CannotSay, $figures),
            null !== $lowest && $lowest < self::CONDEMNED_OHMS => new Reason(isset($figures['leakWatts']) ? 'insulation-leaks-at-work' : 'insulation-leaks', Verdict::Danger, $figures),
            0.0 === $highestVolts => new Reason('insulation-ohmmeter-only', Verdict::CannotSay, $figures),
            $highestVolts < 0.95 * $end => new Reason('insulation-not-to-peak', Verdict::CannotSay, $figures + ['endVolts' => $end]),
            null !== $lowest => new Reason('insulation-weak', Verdict::Watch, $figures),
            null === $trials->latest(TrialKind::InsulationOhms) || self::ohmsAfterIsMissing($trials) => new Reason('insulation-not-again', Verdict::Watch, $figures),
            default => new Reason('insulation-good', Verdict::Within, $figures),
        };
    }

    /** The test itself can break it down further: ohms again after it. */
    private static function ohmsAfterIsMissing(Trials $trials): bool
    {
        $last = null;
        foreach ($trials->kind(TrialKind::Insulation, TrialKind::InsulationOhms)->all as $trial) {
            $last = $trial->kind;
        }

        return TrialKind::InsulationOhms !== $last;
    }
}
