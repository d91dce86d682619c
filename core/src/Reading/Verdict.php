<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

enum Verdict: string
{
    case Within = 'within';
    case Watch = 'watch';
    case Out = 'out';
    case Danger = 'danger';
    case CannotSay = 'cannot-say';

    /** For choosing the worst of several; cannot-say stands between watch and out. */
    public function severity(): int
    {
        return match ($this) {
            self::Within => 0,
            self::Watch => 1,
            self::CannotSay => 2,
            self::Out => 3,
            self::Danger => 4,
        };
    }

    public function deviates(): bool
    {
        return self::Watch === $this || self::Out === $this || self::Danger === $this;
    }
}
