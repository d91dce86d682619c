<?php

declare(strict_types=1);

namespace Yew\Core\Capacitor;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\PartVerdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Judges measured ripple beside the predicted, and beside what it was before the work (CAP-9b). */
final class RippleJudge
{
    /** Capacitors alone spread by half and more: within this factor it is as expected (our choice). */
    public const ALIKE_TIMES = 1.8;

    /**
     * @param list<TakenTest> $taken       oldest first; the first of several was before the work
     * @param float           $expectedRms volts RMS
     *
     * @return PartVerdict open, good, bad or cannot-say
     */
    public static function judge(array $taken, float $expectedRms): PartVerdict
    {
        $last = [] === $taken ? null : $taken[\count($taken) - 1]->value('volts');
        if (null === $last) {
            return PartVerdict::open();
        }
        $figures = ['volts' => $last, 'expectedVolts' => $expectedRms];
        $reason = match (true) {
            $last > self::ALIKE_TIMES * $expectedRms => new Reason('ripple-high', Verdict::Out, $figures),
            $last * self::ALIKE_TIMES < $expectedRms => new Reason('ripple-low', Verdict::CannotSay, $figures),
            default => new Reason('ripple-as-expected', Verdict::Within, $figures),
        };
        $first = $taken[0]->value('volts') ?? $last;
        $reasons = \count($taken) > 1 && $first !== $last ? [$reason, new Reason('ripple-changed', Verdict::Within, ['beforeVolts' => $first])] : [$reason];

        return new PartVerdict(match ($reason->verdict) {
            Verdict::Out => Outcome::Bad,
            Verdict::Within => Outcome::Good,
            default => Outcome::CannotSay,
        }, $reason->verdict, $reasons);
    }
}
