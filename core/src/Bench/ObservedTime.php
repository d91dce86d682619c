<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/**
 * When something was observed, as far as a device can be believed (contract §8): its clock is compared at each exchange, and no
 * entry is older than the job, or than the last time its device was heard without it. All times in seconds since the epoch.
 */
final readonly class ObservedTime
{
    /** An entry leaves the device at once when it can: one that follows an exchange by more than this was typed after it (our choice). */
    public const FLUSH_SECONDS = 30.0;

    /** @param bool $clockSeen the device was heard before: the distances between its entries can be believed */
    private function __construct(public float $at, public bool $clockSeen)
    {
    }

    /**
     * @param float         $claimed  by the device's clock
     * @param float|null    $sentAt   the device's clock when it sent the entry; null where it did not say
     * @param float         $received by the server's clock
     * @param float         $bookedIn nothing of a job is older
     * @param Exchange|null $before   the entry that the same person's device sent before this one
     */
    public static function of(float $claimed, ?float $sentAt, float $received, float $bookedIn, ?Exchange $before): self
    {
        $floor = $bookedIn;
        if (null !== $before) {
            $floor = max($floor, $received - $before->receivedAt > self::FLUSH_SECONDS ? $before->receivedAt - self::FLUSH_SECONDS : $before->observedAt);
        }
        $at = $claimed + (null === $sentAt ? 0.0 : $received - $sentAt);

        return new self(min($received, max($floor, $at)), null !== $before);
    }
}
