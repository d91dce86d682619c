<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** What was ordered is here. */
final class PartsArrivedKind extends RemarkKind
{
    public function name(): string
    {
        return 'parts-arrived';
    }
}
