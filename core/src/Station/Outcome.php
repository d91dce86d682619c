<?php

declare(strict_types=1);

namespace Yew\Core\Station;

/** A station's own word for how a part stands; the five verdicts are beside it (contract §7). */
enum Outcome: string
{
    case Open = 'open';
    case Sound = 'sound';
    case SoundWithRemark = 'sound-with-remark';
    case Good = 'good';
    case Seen = 'seen';
    case Watch = 'watch';
    case Lift = 'lift';
    case Retest = 'retest';
    case CannotSay = 'cannot-say';
    case Replace = 'replace';
    case Condemned = 'condemned';
    case Bad = 'bad';
    case Unsafe = 'unsafe';
    case Danger = 'danger';

    /** The answer is clear, and nothing more is asked of the part: a condemned one is not measured on. */
    public function isSettled(): bool
    {
        return \in_array($this, [self::Condemned, self::Danger, self::Replace, self::Bad], true);
    }

    /** The part must not see power as it is: every ground that says so is a hazard, not danger alone. */
    public function isUnsafe(): bool
    {
        return self::Condemned === $this || self::Unsafe === $this;
    }

    /** The part comes out and gets a label (CAP-10). */
    public function isToBeReplaced(): bool
    {
        return \in_array($this, [self::Replace, self::Danger, self::Condemned], true);
    }
}
