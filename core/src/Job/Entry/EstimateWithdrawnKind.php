<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** The shop took an estimate back, or opened it again; its link is dead. */
final class EstimateWithdrawnKind extends RemarkKind
{
    public function name(): string
    {
        return 'estimate-withdrawn';
    }
}
