<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Reading\Verdict;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;

/** Through the meter that stands in a lead, everything dead: an open one shows 0 mA whatever the tubes draw, and leaves their screens to carry it (SAFE-6a). */
final class AmmeterOhms
{
    /** No shunt and fuse of a milliammeter are more, Ω (common practice: some ohms). */
    public const MOST_OHMS = 50.0;

    public static function judge(TakenTest $test): Reason
    {
        $figures = ['read' => $test->shown('ohms'), 'limitOhms' => self::MOST_OHMS];

        return match (true) {
            null !== $test->most('ohms') && $test->most('ohms') <= self::MOST_OHMS => new Reason('ammeter-continuous', Verdict::Within, $figures),
            $test->isBeyond('ohms', self::MOST_OHMS), ($test->least('ohms') ?? 0.0) > self::MOST_OHMS => new Reason('ammeter-open', Verdict::Out, $figures),
            default => new Reason('ammeter-bound', Verdict::CannotSay, $figures),
        };
    }
}
