<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

/** The gates as tapes of earlier versions have them: answered by the person alone. What they left unchecked is still said of those jobs. */
final class EarlierGates
{
    public const BEFORE_RAMPING = ['fuse', 'load', 'short', 'iron', 'bias', 'wiring', 'polarity', 'earth', 'volumes'];

    /**
     * @param array<string, mixed> $answers by gate
     *
     * @return list<string> gates before power that nobody checked, in order
     */
    public static function unchecked(array $answers): array
    {
        return array_values(array_filter(self::BEFORE_RAMPING, static fn (string $gate): bool => 'yes' !== ($answers[$gate] ?? null)));
    }
}
