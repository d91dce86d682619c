<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

/**
 * Which of several readings of one place decides (contract §7): the worst of those taken under conditions that have not moved since;
 * a passed rating always, unless the amplifier was changed. All are kept and shown.
 */
final class Deciding
{
    /** A dead zero is asked to be probed again: the next reading clears it or confirms it (JUDGE-3). */
    public const UNTIL_PROBED_AGAIN = ['dead-zero', 'bias-lost-probe-again'];
    /** A part that stood more than its rating has stood it, whatever stands there now. */
    private const RATINGS = ['above-capacitor-rating'];

    /**
     * @param non-empty-list<Judgement> $judgements oldest first
     * @param list<bool>                $moved      whether conditions, state or parts differ from those of the newest
     * @param list<bool>                $refitted   whether parts were changed since
     *
     * @return int the index of the one that decides
     */
    public static function among(array $judgements, array $moved, array $refitted): int
    {
        $newest = \count($judgements) - 1;
        $deciding = $newest;
        for ($i = $newest - 1; $i >= 0; --$i) {
            $judgement = $judgements[$i];
            $rating = \in_array($judgement->reasonCode, self::RATINGS, true);
            $outgrown = \in_array(Mark::Warming, $judgement->marks, true) && !\in_array(Mark::Warming, $judgements[$newest]->marks, true);
            $counts = $rating ? !$refitted[$i] : !$moved[$i] && !$outgrown && !\in_array($judgement->reasonCode, self::UNTIL_PROBED_AGAIN, true);
            if ($counts && Verdict::CannotSay !== $judgement->verdict && $judgement->verdict->severity() > $judgements[$deciding]->verdict->severity()) {
                $deciding = $i;
            }
        }

        return $deciding;
    }
}
