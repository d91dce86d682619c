<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;

/** What is said of a transformer: one word with its reasons, what it measured, and what was not asked (IRON-13). */
final readonly class TransformerVerdict extends PartVerdict
{
    /**
     * @param list<Reason> $reasons   worst first
     * @param list<string> $notAsked  of the four questions: open, shorted-turn, leaking, breaks-down; one that was asked of some windings only is not asked
     * @param list<string> $notTested windings without ohms, and pairs without a high-voltage test, by name
     */
    private function __construct(Outcome $outcome, Verdict $verdict, array $reasons, public IronMeasured $measured, public array $notAsked, public array $notTested)
    {
        parent::__construct($outcome, $verdict, $reasons);
    }

    /**
     * Condemned as soon as one ground says so; sound only once every winding was asked whether it is open and every pair whether it
     * leaks, the shorted turn too, and only beside something that says what it should be. A breakdown at work is asked on complaint only.
     *
     * @param list<Reason> $reasons
     * @param bool         $turnsAsked whether what was measured can tell a shorted turn
     * @param bool         $known      whether the drawing, a sister or an earlier visit says what its turns should give
     */
    public static function among(DrawnTransformer $drawn, TestRecord $tests, array $reasons, IronMeasured $measured, bool $turnsAsked, bool $known): self
    {
        $tested = static fn (TestKind $kind): array => array_map(strval(...), array_keys($tests->latestBySubject($kind)));
        // Continuity at the output is the secondary's (IRON-9).
        $through = [] === $tests->kind(IronTestKind::OutputOhms)->all ? [] : ['secondary'];
        $windings = array_values(array_diff($drawn->windingIds(), $tested(IronTestKind::WindingOhms), $through));
        $pairs = array_values(array_diff($drawn->insulationPairs(), $tested(IronTestKind::Insulation)));
        $notAsked = array_keys(array_filter([
            'open' => [] !== $windings,
            'shorted-turn' => !$turnsAsked,
            'leaking' => [] !== $pairs,
            'breaks-down' => 'output' === $drawn->role && [] === $tests->kind(IronTestKind::OverStress)->all,
        ]));
        $notTested = [...array_map($drawn->nameOf(...), $windings), ...array_map(static fn (string $p): string => str_replace('-', ' to ', $p), $pairs)];
        $worst = Reason::worst($reasons);
        [$outcome, $verdict] = match (true) {
            Verdict::Out === $worst, Verdict::Danger === $worst => [Outcome::Condemned, Verdict::Out],
            Verdict::CannotSay === $worst => [Outcome::Retest, Verdict::CannotSay],
            [] !== array_diff($notAsked, ['breaks-down']) => [Outcome::Open, Verdict::CannotSay],
            !$known => [Outcome::CannotSay, Verdict::CannotSay],
            Verdict::Watch === $worst => [Outcome::SoundWithRemark, Verdict::Watch],
            default => [Outcome::Sound, Verdict::Within],
        };
        $measuredAny = [] !== $reasons;
        $reasons = Reason::worstFirst($reasons);
        if ($measuredAny && [] !== $notTested) {
            $reasons[] = new Reason('iron-not-tested', Verdict::CannotSay, ['what' => $notTested]);
        }
        if ($measuredAny && !$known) {
            $reasons[] = new Reason('iron-nothing-drawn', Verdict::CannotSay);
        }

        return new self($outcome, $verdict, $reasons, $measured, $notAsked, $notTested);
    }
}
