<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** Parts were ordered: from whom, and when they should come. */
final class PartsOrderedKind extends RemarkKind
{
    public function name(): string
    {
        return 'parts-ordered';
    }
}
