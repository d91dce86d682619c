<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Trial\Reason;
use Yew\Core\Trial\Trial;
use Yew\Core\Trial\TrialKind;
use Yew\Core\Trial\Trials;

/** Bursts at clipping into a reactive load: does it break down at work (IRON-12)? */
final class OverStress
{
    /** @return list<Reason> */
    public static function judge(Trials $trials): array
    {
        return $trials->kind(TrialKind::OverStress)->deciding(static fn (Trial $t): Reason => 'quiet' === $t->choice() ? new Reason('over-stress-quiet', Verdict::Within) : new Reason('over-stress-fails', Verdict::Danger, ['seen' => $t->choice()]));
    }
}
