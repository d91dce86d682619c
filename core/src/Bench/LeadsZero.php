<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/** What a meter shows in ohms with its leads held together, and when that was read: it comes off small figures (COND-5b). */
final readonly class LeadsZero
{
    /** Figures from here on carry no zero of the leads, ohms. */
    public const BELOW_OHMS = 10.0;
    /** A zero of the day before says nothing of today's plugs (our choice). */
    private const FRESH_DAYS = 1;

    /** @param string $measuredOn a day, 2026-11-30 */
    public function __construct(public float $ohms, public string $measuredOn)
    {
    }

    /** Whole days at a moment; negative where the moment lies before. */
    public function ageDays(float $at): int
    {
        return (int) floor($at / 86400) - intdiv((new \DateTimeImmutable($this->measuredOn.' UTC'))->getTimestamp(), 86400);
    }

    public function isFresh(float $at): bool
    {
        // A day more or less is the shop's zone.
        return abs($this->ageDays($at)) <= self::FRESH_DAYS;
    }
}
