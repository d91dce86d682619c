<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;

/** What is said of a transformer: one word with its reasons, what it measured, and what was not asked (IRON-13). */
final readonly class TransformerVerdict
{
    /**
     * @param string               $word     sound | sound-with-remark | retest | condemned | open
     * @param list<Reason>         $reasons  worst first
     * @param array<string, mixed> $measured impedanceOhms, impedanceBandOhms, inductanceHenries, lowestInsulationOhms… as far as measured
     * @param list<string>         $notAsked of the four questions: open, shorted-turn, leaking, breaks-down
     */
    private function __construct(public string $word, public Verdict $verdict, public array $reasons, public array $measured, public array $notAsked)
    {
    }

    /**
     * Condemned as soon as one ground says so; sound only once open, shorted turn and leakage were asked. A breakdown at work is asked on complaint only.
     *
     * @param list<Reason>         $reasons
     * @param array<string, mixed> $measured
     * @param list<string>         $notAsked
     */
    public static function of(array $reasons, array $measured, array $notAsked): self
    {
        $reasons = Reason::worstFirst($reasons);
        $worst = Reason::worst($reasons);
        $unasked = array_diff($notAsked, ['breaks-down']);
        [$word, $verdict] = match (true) {
            Verdict::Out === $worst, Verdict::Danger === $worst => ['condemned', Verdict::Out],
            Verdict::CannotSay === $worst => ['retest', Verdict::CannotSay],
            [] !== $unasked => ['open', Verdict::CannotSay],
            Verdict::Watch === $worst => ['sound-with-remark', Verdict::Watch],
            default => ['sound', Verdict::Within],
        };

        return new self($word, $verdict, $reasons, $measured, $notAsked);
    }
}
