<?php

declare(strict_types=1);

namespace Yew\Core\Power;

/** How a gate before power stands (contract §8); unknown counts as not met. */
enum GateState: string
{
    case Met = 'met';
    case NotMet = 'not-met';
    case Unknown = 'unknown';
    case DoesNotApply = 'does-not-apply';
    case Overridden = 'overridden';

    public function passes(): bool
    {
        return match ($this) {
            self::Met, self::DoesNotApply, self::Overridden => true,
            self::NotMet, self::Unknown => false,
        };
    }
}
