<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Reading\JudgedPoint;
use Yew\Core\Reading\Mark;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\TestPoint;

/** What close-out asks about (REC-4a): points that nobody read, that no longer hold, or that deviate and were not let stand. */
final readonly class OpenEnds
{
    /**
     * @param list<TestPoint> $unread
     * @param list<TestPoint> $provisional
     * @param list<TestPoint> $stale
     * @param list<TestPoint> $deviating
     */
    private function __construct(public array $unread, public array $provisional, public array $stale, public array $deviating)
    {
    }

    /** @param iterable<JudgedPoint> $points */
    public static function among(iterable $points): self
    {
        $ends = ['unread' => [], 'provisional' => [], 'stale' => [], 'deviating' => []];
        foreach ($points as $judged) {
            $judgement = $judged->judgement;
            if (null === $judgement) {
                $ends['unread'][] = $judged->point;
                continue;
            }
            if ($judgement->has(Mark::Stale)) {
                $ends['stale'][] = $judged->point;
            } elseif ($judgement->has(Mark::Provisional)) {
                $ends['provisional'][] = $judged->point;
            }
            if (\in_array($judgement->verdict, [Verdict::Out, Verdict::Danger], true) && !$judgement->has(Mark::Accepted)) {
                $ends['deviating'][] = $judged->point;
            }
        }

        return new self($ends['unread'], $ends['provisional'], $ends['stale'], $ends['deviating']);
    }
}
