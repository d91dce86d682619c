<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Practice;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Judges a resistor, in place by what the circuit makes of its ohms, or lifted by its mark (JUDGE-8, JUDGE-9). */
final class ResistorJudge
{
    /** Where the rest of the circuit hides more of the part than this, only lifting can tell (our choice). */
    private const HIDDEN_SHARE = 0.5;
    /** A matched pair that drifted together by more than this changes what the stage does, percent (our choice). */
    private const BALANCED_DRIFT_PERCENT = 25.0;
    /** Beyond so many times its highest it is open, not drifted (our choice). */
    private const OPEN_TIMES = 20.0;
    /** Dissipation that is aimed at, and the most, shares of the rating. */
    private const AIM_SHARE = 0.5;
    /** Matched parts: the usual aim, and beyond what they unbalance a stage audibly, percent (common practice; our choice). */
    private const MATCH_PERCENT = [1.0, 5.0];

    /**
     * @param TestRecord     $tests  of the part
     * @param TakenTest|null $mate   the mate's newest ohms
     * @param string|null    $damage what was seen on it: burnt, cracked… (heat damage overrides a good reading)
     */
    public static function judge(DrawnResistor $drawn, TestRecord $tests, ?TakenTest $mate, ?string $damage, float $grace = Practice::RESISTOR_GRACE_PERCENT): ResistorVerdict
    {
        $percent = $drawn->isSafety() ? $drawn->tolerancePercent : max($grace, $drawn->tolerancePercent);
        $test = $tests->latest(ResistorTestKind::Resistor);
        $expected = null === $test || !$test->lifted ? $drawn->inCircuitOhms ?? $drawn->ohms : $drawn->ohms;
        [$low, $high] = self::window($drawn, $expected, $percent);
        $reasons = [];
        $own = null;
        if (null !== $test) {
            $own = self::own($drawn, $test);
            array_push($reasons, ...$tests->kind(ResistorTestKind::Resistor)->deciding(static fn (TakenTest $t): Reason => self::ohms($drawn, $t, $percent)));
            $match = null === $mate ? null : self::match($drawn, $test, $mate);
            if (null !== $match) {
                $reasons = 'pair-matched' === $match->code ? array_map(static fn (Reason $r): Reason => self::besideItsMate($drawn, $r), $reasons) : $reasons;
                $reasons[] = $match;
            }
        }
        if (null !== $damage) {
            $reasons[] = new Reason('resistor-damaged', Verdict::Out, ['seen' => $damage]);
        }
        $share = null === $drawn->watts || null === $drawn->ratedWatts ? null : $drawn->watts / $drawn->ratedWatts;
        if (null !== $share && $share > self::AIM_SHARE) {
            $reasons[] = new Reason($share > 1.0 ? 'resistor-overloaded' : 'resistor-runs-hot', $share > 1.0 ? Verdict::Out : Verdict::Watch, ['watts' => $drawn->watts, 'ratedWatts' => $drawn->ratedWatts, 'sharePercent' => 100 * $share]);
        }
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        [$outcome, $verdict] = match (true) {
            Verdict::Out === $worst || Verdict::Danger === $worst => [Outcome::Replace, $worst],
            null === $test => [Outcome::Open, Verdict::CannotSay],
            Verdict::CannotSay === $worst => [Outcome::Lift, Verdict::CannotSay],
            Verdict::Watch === $worst => [Outcome::Watch, Verdict::Watch],
            default => [Outcome::Good, Verdict::Within],
        };

        return new ResistorVerdict($outcome, $verdict, $reasons, $expected, $low, $high, $own);
    }

    /**
     * The ohms that would be read with the part at either end of its tolerance, the rest of the circuit as it is.
     *
     * @return array{float, float} low, high
     */
    private static function window(DrawnResistor $drawn, float $expected, float $percent): array
    {
        $beside = self::besideSiemens($drawn, $expected);
        $read = static fn (float $factor): float => 1 / (1 / ($drawn->ohms * $factor) + $beside);

        return [$read(1 - $percent / 100), $read(1 + $percent / 100)];
    }

    /** Conductance of everything else across the part, siemens; none when it reads by itself. */
    private static function besideSiemens(DrawnResistor $drawn, float $expected): float
    {
        return max(0.0, 1 / $expected - 1 / $drawn->ohms);
    }

    /** The part's own ohms worked back from a reading in place; null where the rest of the circuit hides it. */
    private static function own(DrawnResistor $drawn, TakenTest $test): ?float
    {
        $ohms = $test->value('ohms');
        if (null === $ohms || $ohms <= 0.0) {
            return null;
        }
        if ($test->lifted) {
            return $ohms;
        }
        $expected = $drawn->inCircuitOhms;
        $beside = null === $expected ? 0.0 : self::besideSiemens($drawn, $expected);
        $siemens = 1 / $ohms - $beside;
        $hidden = null === $expected || $expected < self::HIDDEN_SHARE * $drawn->ohms;

        return $hidden || $siemens <= 0.0 ? null : 1 / $siemens;
    }

    private static function ohms(DrawnResistor $drawn, TakenTest $test, float $percent): Reason
    {
        $ohms = $test->value('ohms');
        $own = self::own($drawn, $test);
        $expected = $test->lifted ? $drawn->ohms : $drawn->inCircuitOhms ?? $drawn->ohms;
        [$low, $high] = self::window($drawn, $expected, $percent);
        $said = ['ohms' => $ohms, 'shownOhms' => $test->shown('ohms'), 'expectedOhms' => $expected, 'drawnOhms' => $drawn->ohms, 'ownOhms' => $own, 'driftPercent' => null === $own ? null : 100 * ($own / $drawn->ohms - 1), 'windowPercent' => $percent];
        if (null === $ohms) {
            return match (true) {
                $test->isOverload('ohms') || $test->isBeyond('ohms', self::OPEN_TIMES * $high) => new Reason('resistor-open', Verdict::Out, $said),
                $test->isBeyond('ohms', $high) => new Reason($test->lifted ? 'resistor-high' : 'resistor-high-in-place', Verdict::Out, $said),
                ($test->most('ohms') ?? \INF) < $low => $test->lifted ? new Reason('resistor-low', Verdict::Out, $said) : new Reason('resistor-low-lift', Verdict::CannotSay, $said),
                default => new Reason('resistor-bound', Verdict::CannotSay, $said),
            };
        }
        foreach ([0.1, 10.0] as $decade) {
            if (abs($ohms / ($decade * $drawn->ohms) - 1) < 0.15 && ($test->lifted || $decade > 1.0)) {
                return new Reason('resistor-decade', Verdict::Out, $said + ['decade' => $decade]);
            }
        }
        // The last digit typed may lie either way: only what is outside with all of it is out.
        $digit = ($test->figures['ohms']->resolution ?? 0.0) / 2;
        if ($ohms - $digit > $high) {
            return new Reason($test->lifted ? 'resistor-high' : 'resistor-high-in-place', Verdict::Out, $said);
        }
        if ($ohms + $digit < $low) {
            return $test->lifted ? new Reason('resistor-low', Verdict::Out, $said) : new Reason('resistor-low-lift', Verdict::CannotSay, $said);
        }
        if (!$test->lifted && null === $drawn->inCircuitOhms) {
            return new Reason('resistor-paths-unknown', Verdict::CannotSay, $said);
        }
        if (!$test->lifted && $expected < self::HIDDEN_SHARE * $drawn->ohms) {
            return new Reason('resistor-hidden', Verdict::CannotSay, $said);
        }
        $drift = null === $own ? 0.0 : abs(100 * ($own / $drawn->ohms - 1));

        return $drift > 0.75 * $percent ? new Reason('resistor-near', Verdict::Watch, $said) : new Reason('resistor-within', Verdict::Within, $said);
    }

    /** Both alike and both off: the stage is in balance, and someone decides whether the value matters (JUDGE-9). */
    private static function besideItsMate(DrawnResistor $drawn, Reason $reason): Reason
    {
        $drift = $reason->figures['driftPercent'] ?? null;
        $off = \in_array($reason->code, ['resistor-high', 'resistor-high-in-place', 'resistor-low'], true);

        return $off && $drawn->isBalanced() && is_numeric($drift) && abs((float) $drift) <= self::BALANCED_DRIFT_PERCENT ? new Reason('pair-off-together', Verdict::Watch, [...$reason->figures, 'mate' => $drawn->mate], $reason->stands) : $reason;
    }

    private static function match(DrawnResistor $drawn, TakenTest $test, TakenTest $mate): Reason
    {
        [$mine, $other] = [$test->value('ohms') ?? 0.0, $mate->value('ohms') ?? 0.0];
        if ($mine <= 0.0 || $other <= 0.0 || $test->lifted !== $mate->lifted) {
            return new Reason('pair-not-alike-measured', Verdict::Within, ['mate' => $drawn->mate]);
        }
        $apart = 100 * abs($mine / $other - 1);
        $said = ['mate' => $drawn->mate, 'ohms' => $mine, 'mateOhms' => $other, 'apartPercent' => $apart];

        return match (true) {
            $apart > self::MATCH_PERCENT[0] && !$drawn->isBalanced() => new Reason('pair-needs-no-match', Verdict::Within, $said),
            $apart <= self::MATCH_PERCENT[0] => new Reason('pair-matched', Verdict::Within, $said),
            $apart <= self::MATCH_PERCENT[1] => new Reason('pair-apart', Verdict::Watch, $said),
            // Which of the two is off, its own window says; the pair stays an open end until someone decides.
            default => new Reason('pair-unlike', Verdict::Watch, $said),
        };
    }
}
