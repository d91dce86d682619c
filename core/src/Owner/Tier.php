<?php

declare(strict_types=1);

namespace Yew\Core\Owner;

/** How much something should be done (REC-1), the most urgent first. */
enum Tier: string
{
    case UnsafeWithout = 'unsafe-without';
    case Needed = 'needed';
    case Advised = 'advised';
    case IfYouLike = 'if-you-like';

    public function isMoreUrgentThan(self $other): bool
    {
        $order = self::cases();

        return array_search($this, $order, true) < array_search($other, $order, true);
    }
}
