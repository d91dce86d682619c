<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Cause;

/** Somebody says what was wrong, and how sure that is. */
final class CauseStatedKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'cause';
    }

    public function kept(array $payload): CauseStated
    {
        return new CauseStated(Cause::decode(Fields::of($payload)));
    }
}
