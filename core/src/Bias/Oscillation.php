<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Reading\Verdict;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Whether an output stage oscillates, as far as somebody looked: no advice is followed before that is known where anything hints at it (BIAS-4d). */
final class Oscillation
{
    /** @return list<Reason> what was seen since the last change in there, worst first; none where nobody looked */
    public static function judge(BenchFacts $facts, string $stage): array
    {
        $reasons = [];
        foreach (BiasTestKind::cases() as $kind) {
            $said = self::seen($facts, $stage, $kind)?->choice();
            $reasons = null === $said ? $reasons : [...$reasons, new Reason('bias-'.$kind->value.'-'.$said, \in_array($said, ['clean', 'steady'], true) ? Verdict::Within : Verdict::Out, ['stage' => $stage])];
        }

        return Reason::worstFirst($reasons);
    }

    /** Whether it was looked at, and is clean. */
    public static function isClean(BenchFacts $facts, string $stage): bool
    {
        return Verdict::Within === Reason::worst(self::judge($facts, $stage)) && 'clean' === self::seen($facts, $stage, BiasTestKind::OutputLook)?->choice();
    }

    /** What was seen last, since the last change in there. */
    public static function seen(BenchFacts $facts, string $stage, BiasTestKind $kind): ?TakenTest
    {
        return $facts->sinceChange($facts->tests->of($stage)->latest($kind));
    }
}
