<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

/** The gates before power (SAFE-4), until the tool checks them itself: each is answered, or reported as not sent. */
final class Gates
{
    public const BEFORE_RAMPING = ['fuse', 'load', 'short', 'iron', 'bias', 'wiring', 'polarity', 'earth', 'volumes'];

    /** Answers that say that the gate was met. */
    private const MET = ['yes'];

    /**
     * @param array<string, mixed> $answers by gate
     *
     * @return array<string, mixed> with those that were not sent said to be so
     */
    public static function answered(array $answers): array
    {
        return $answers + array_fill_keys(self::BEFORE_RAMPING, 'not-sent');
    }

    /**
     * @param array<string, mixed> $answers by gate
     *
     * @return list<string> gates before power that nobody checked, in order
     */
    public static function unchecked(array $answers): array
    {
        return array_values(array_filter(self::BEFORE_RAMPING, static fn (string $gate): bool => !\in_array($answers[$gate] ?? null, self::MET, true)));
    }
}
