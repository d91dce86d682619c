<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\OpenEnd;

/** Something is left for later. */
final class OpenEndLeftKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'open-end';
    }

    public function kept(array $payload): OpenEndLeft
    {
        return new OpenEndLeft(OpenEnd::decode(Fields::of($payload)));
    }
}
