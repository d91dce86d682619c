<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** The figures of SAFE-2, each with where it comes from. */
final class SafetyFigures
{
    /** Common practice: the target before hands go in. */
    public const HANDS_IN_VOLTS = 10.0;

    /** IEC 61010-1, normal-condition limit, dry (from memory). */
    public const TOUCH_VOLTS = 60.0;

    /** Old electrolytics recover charge: a proof holds this long (common practice). */
    public const PROOF_SECONDS = 600;

    /** Two proofs ten minutes apart under this hold until power is applied again (our choice). */
    public const QUIET_VOLTS = 1.0;

    /** A silence this long on the tape and nobody knows what happened meanwhile (our choice). */
    public const GAP_SECONDS = 43200;
}
