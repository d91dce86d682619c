<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;

/** What was left for later is done, or stands. */
final class OpenEndClosedKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'open-end-closed';
    }

    public function kept(array $payload): OpenEndClosed
    {
        return new OpenEndClosed(Fields::of($payload)->string('end', 36), Fields::of($payload)->string('how', 400));
    }
}
