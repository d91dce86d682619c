<?php

declare(strict_types=1);

namespace Yew\Server\Http;

/** A moment as the API writes it: UTC, to the millisecond. */
final class Moment
{
    public static function text(\DateTimeInterface $at): string
    {
        return \DateTimeImmutable::createFromInterface($at)->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s.v\Z');
    }

    /** @param float $seconds since the epoch */
    public static function at(float $seconds): \DateTimeImmutable
    {
        return new \DateTimeImmutable('@'.\sprintf('%.6F', $seconds));
    }

    /** @param float $seconds since the epoch */
    public static function ofSeconds(float $seconds): string
    {
        return self::text(self::at($seconds));
    }

    public static function ofSecondsOrNull(?float $seconds): ?string
    {
        return null === $seconds ? null : self::ofSeconds($seconds);
    }
}
