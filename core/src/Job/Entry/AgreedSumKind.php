<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** What the owner agreed to without being asked again, and what happens beyond it. */
final class AgreedSumKind extends RemarkKind
{
    public function name(): string
    {
        return 'agreed-sum';
    }
}
