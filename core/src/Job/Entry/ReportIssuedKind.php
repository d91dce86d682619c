<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** A report was made and kept with its hash. */
final class ReportIssuedKind extends RemarkKind
{
    public function name(): string
    {
        return 'report-issued';
    }
}
