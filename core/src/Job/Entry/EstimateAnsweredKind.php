<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** The owner said yes, no or later to every line of an estimate. */
final class EstimateAnsweredKind extends RemarkKind
{
    public function name(): string
    {
        return 'estimate-answered';
    }
}
