<?php

declare(strict_types=1);

namespace Yew\Core\Iron;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Bursts at clipping into a reactive load: does it break down at work (IRON-12)? */
final class OverStress
{
    /** @return list<Reason> */
    public static function judge(TestRecord $tests): array
    {
        return $tests->kind(IronTestKind::OverStress)->deciding(static fn (TakenTest $t): Reason => 'quiet' === $t->choice() ? new Reason('over-stress-quiet', Verdict::Within) : new Reason('over-stress-fails', Verdict::Danger, ['seen' => $t->choice()]));
    }
}
