<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** The day on which it is promised to its owner. */
final class PromisedKind extends RemarkKind
{
    public function name(): string
    {
        return 'promised';
    }
}
