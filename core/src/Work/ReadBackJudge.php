<?php

declare(strict_types=1);

namespace Yew\Core\Work;

use Yew\Core\Drawn\DrawnLead;
use Yew\Core\Quantity\Engineering;
use Yew\Core\Reading\Bounds;
use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** What ohms say of a part that is back in its place: where it leads, what lies across it, and where it must not lead (WORK-1). */
final class ReadBackJudge
{
    /** A soldered joint with the meter’s leads not taken off, ohms (common practice). */
    public const JOINT_OHMS = 1.0;
    /** Across a new part everything around it reads along, with old resistors in it (our choice). */
    public const ACROSS_PERCENT = 15.0;
    /** A little of what the leads themselves read, ohms (our choice). */
    public const LEADS_OHMS = 0.5;
    /** Less than this share of what the circuit puts between two places is a bridge (our choice; tolerances take a fifth). */
    public const APART_SHARE = 0.5;
    /** Where nothing joins two places, so much says that nothing does, ohms (our choice: a dirty socket reads tens of megohms). */
    public const NOTHING_OHMS = 1e6;

    /** Between which ohms a lead reads right; no upper end where more is no fault. */
    public static function window(DrawnLead $lead): Bounds
    {
        $ohms = $lead->ohms;

        return match ($lead->purpose) {
            'joined' => new Bounds(0.0, self::JOINT_OHMS, 'default'),
            'across' => null === $ohms ? new Bounds(self::NOTHING_OHMS, \INF, 'default') : new Bounds($ohms * (1 - self::ACROSS_PERCENT / 100) - self::LEADS_OHMS, $ohms * (1 + self::ACROSS_PERCENT / 100) + self::LEADS_OHMS, 'default'),
            'apart' => new Bounds(null === $ohms ? self::NOTHING_OHMS : self::APART_SHARE * $ohms, \INF, 'default'),
        };
    }

    /** What a lead should read, to be said beside it. */
    public static function expects(DrawnLead $lead): string
    {
        return match (true) {
            'joined' === $lead->purpose => \sprintf('under %g Ω', self::JOINT_OHMS),
            null === $lead->ohms => 'nothing, OL',
            'across' === $lead->purpose => 'about '.Engineering::text($lead->ohms, 'Ω'),
            default => 'over '.Engineering::text(self::APART_SHARE * $lead->ohms, 'Ω'),
        };
    }

    public static function judge(DrawnLead $lead, TakenTest $test): Reason
    {
        $window = self::window($lead);
        [$least, $most] = [$test->least('ohms') ?? ($test->isOverload('ohms') ? \INF : 0.0), $test->most('ohms') ?? \INF];
        $figures = ['from' => $lead->from, 'to' => $lead->to, 'ohms' => $test->value('ohms'), 'read' => $test->shown('ohms'), 'expectedOhms' => $lead->ohms];

        return match (true) {
            $least > $window->high => new Reason('joined' === $lead->purpose ? 'joint-open' : 'across-high', Verdict::Out, $figures),
            $most < $window->low => new Reason(('apart' === $lead->purpose ? 'bridged' : 'across-low').(null === $lead->ohms ? '-nothing' : ''), 'apart' === $lead->purpose ? Verdict::Danger : Verdict::Out, $figures),
            $least >= $window->low && $most <= $window->high => new Reason('joined' === $lead->purpose ? 'joint-good' : ('apart' === $lead->purpose ? 'apart-good' : 'across-good'), Verdict::Within, $figures),
            // A bound, or an overload of a meter that does not reach so far, that leaves both open.
            default => new Reason('read-back-bound', Verdict::CannotSay, $figures),
        };
    }
}
