<?php

declare(strict_types=1);

namespace Yew\Core\Job;

/** What somebody should do about a job that waits (REC-3): the most pressing of it. */
final readonly class ShelfReminder
{
    private const DAY = 86400.0;
    /** So long an owner is given before somebody asks, days (our choice). */
    public const OWNER_DAYS = 5;
    /** So long a supplier who named no day, days (our choice). */
    public const SUPPLIER_DAYS = 7;
    /** So long something ready stands before its owner is called again, days (our choice). */
    public const READY_DAYS = 14;
    /** A promise is near so many days before its day (our choice). */
    public const NEAR_DAYS = 2;

    /** @param array<string, mixed> $figures */
    private function __construct(public string $code, public array $figures, public bool $isLate)
    {
    }

    /**
     * @param float      $since    when it came where it stands, seconds since the epoch
     * @param float|null $until    when a delivery is expected, an estimate runs out, a soak is over
     * @param float|null $promised end of the day on which it was promised; null where it was not
     * @param float      $now      seconds since the epoch
     */
    public static function of(ShelfState $shelf, float $since, ?float $until, ?float $promised, float $now): ?self
    {
        $days = static fn (float $seconds): string => (string) max(1, (int) floor($seconds / self::DAY));
        $waited = $now - $since;
        if (null !== $promised && $now > $promised && !\in_array($shelf, [ShelfState::Ready, ShelfState::Collected], true)) {
            return new self('remind-promise-late', ['days' => $days($now - $promised)], true);
        }
        $own = match ($shelf) {
            ShelfState::OwnersWord => match (true) {
                null !== $until && $now > $until => new self('remind-estimate-ran-out', ['days' => $days($now - $until)], true),
                $waited > self::OWNER_DAYS * self::DAY => new self('remind-ask-the-owner', ['days' => $days($waited)], false),
                default => null,
            },
            ShelfState::Parts => match (true) {
                null !== $until && $now > $until => new self('remind-delivery-late', ['days' => $days($now - $until)], true),
                null === $until && $waited > self::SUPPLIER_DAYS * self::DAY => new self('remind-ask-the-supplier', ['days' => $days($waited)], false),
                default => null,
            },
            ShelfState::Soaking => null !== $until && $now > $until ? new self('remind-soak-over', [], false) : null,
            ShelfState::Ready => $waited > self::READY_DAYS * self::DAY ? new self('remind-call-the-owner', ['days' => $days($waited)], false) : null,
            ShelfState::OnTheBench, ShelfState::Collected => null,
        };
        if (null !== $own || null === $promised || \in_array($shelf, [ShelfState::Ready, ShelfState::Collected], true)) {
            return $own;
        }

        return $promised - $now <= self::NEAR_DAYS * self::DAY ? new self('remind-promise-near', [], false) : null;
    }
}
