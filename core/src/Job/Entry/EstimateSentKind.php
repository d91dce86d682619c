<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** An estimate was put before the owner, its lines and prices frozen under a hash (contract §14). */
final class EstimateSentKind extends RemarkKind
{
    public function name(): string
    {
        return 'estimate-sent';
    }
}
