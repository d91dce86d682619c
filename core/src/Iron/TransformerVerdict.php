<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestRecord;
use Yew\Core\Test\TrialKind;

/** What is said of a transformer: one word with its reasons, what it measured, and what was not asked (IRON-13). */
final readonly class TransformerVerdict
{
    /**
     * @param string               $word      sound | sound-with-remark | cannot-say | retest | condemned | open
     * @param list<Reason>         $reasons   worst first
     * @param array<string, mixed> $measured  impedanceOhms, impedanceBandOhms, inductanceHenries, lowestInsulationOhms… as far as measured
     * @param list<string>         $notAsked  of the four questions: open, shorted-turn, leaking, breaks-down; one that was asked of some windings only is not asked
     * @param list<string>         $notTested windings without ohms, and pairs without a high-voltage test, by name
     */
    private function __construct(public string $word, public Verdict $verdict, public array $reasons, public array $measured, public array $notAsked, public array $notTested)
    {
    }

    /**
     * Condemned as soon as one ground says so; sound only once every winding was asked whether it is open and every pair whether it
     * leaks, the shorted turn too, and only beside something that says what it should be. A breakdown at work is asked on complaint only.
     *
     * @param list<Reason>         $reasons
     * @param array<string, mixed> $measured
     * @param bool                 $turnsAsked whether what was measured can tell a shorted turn
     * @param bool                 $known      whether the drawing, a sister or an earlier visit says what its turns should give
     */
    public static function of(DrawnTransformer $drawn, TestRecord $tests, array $reasons, array $measured, bool $turnsAsked, bool $known): self
    {
        $tested = static fn (TrialKind $kind): array => array_map(strval(...), array_keys($tests->latestBySubject($kind)));
        // Continuity at the output is the secondary's (IRON-9).
        $through = [] === $tests->kind(TrialKind::OutputOhms)->all ? [] : ['secondary'];
        $windings = array_values(array_diff($drawn->windingIds(), $tested(TrialKind::WindingOhms), $through));
        $pairs = array_values(array_diff($drawn->insulationPairs(), $tested(TrialKind::Insulation)));
        $notAsked = array_keys(array_filter([
            'open' => [] !== $windings,
            'shorted-turn' => !$turnsAsked,
            'leaking' => [] !== $pairs,
            'breaks-down' => 'output' === $drawn->role && [] === $tests->kind(TrialKind::OverStress)->all,
        ]));
        $notTested = [...array_map($drawn->nameOf(...), $windings), ...array_map(static fn (string $p): string => str_replace('-', ' to ', $p), $pairs)];
        $worst = Reason::worst($reasons);
        [$word, $verdict] = match (true) {
            Verdict::Out === $worst, Verdict::Danger === $worst => ['condemned', Verdict::Out],
            Verdict::CannotSay === $worst => ['retest', Verdict::CannotSay],
            [] !== array_diff($notAsked, ['breaks-down']) => ['open', Verdict::CannotSay],
            !$known => ['cannot-say', Verdict::CannotSay],
            Verdict::Watch === $worst => ['sound-with-remark', Verdict::Watch],
            default => ['sound', Verdict::Within],
        };
        $measuredAny = [] !== $reasons;
        $reasons = Reason::worstFirst($reasons);
        if ($measuredAny && [] !== $notTested) {
            $reasons[] = new Reason('iron-not-tested', Verdict::CannotSay, ['what' => $notTested]);
        }
        if ($measuredAny && !$known) {
            $reasons[] = new Reason('iron-nothing-drawn', Verdict::CannotSay);
        }

        return new self($word, $verdict, $reasons, $measured, $notAsked, $notTested);
    }
}
