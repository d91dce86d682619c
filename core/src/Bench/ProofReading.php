<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

use Yew\Core\Quantity\ReadingKind;

/**
 * DC volts read on a charge island to prove it discharged, with what makes them evidence (SAFE-2, contract §8).
 *
 * Overload and `>5` bound nothing: there may be any voltage. A meter that nobody named proves nothing either.
 */
final readonly class ProofReading
{
    /**
     * @param float|null $atMostVolts size that it cannot exceed; null where nothing bounds it
     * @param float      $receivedAt  seconds since the epoch, by the server's clock
     * @param bool       $clockSeen   the device's clock was compared before: its own times between two readings can be believed
     */
    private function __construct(public ?float $atMostVolts, public bool $meterStated, public float $receivedAt, public bool $clockSeen)
    {
    }

    public static function of(ReadingKind $kind, float $volts, bool $meterStated, float $receivedAt = 0.0, bool $clockSeen = true): self
    {
        return new self(match (true) {
            ReadingKind::Value === $kind => abs($volts),
            // “< 0.5” is a detection limit either way of zero; “< −5” is anything below that.
            ReadingKind::Below === $kind && $volts >= 0.0 => $volts,
            default => null,
        }, $meterStated, $receivedAt, $clockSeen);
    }

    /** Under 10 V, or at most under 10 V. */
    public function isLow(): bool
    {
        return null !== $this->atMostVolts && $this->atMostVolts < SafetyFigures::HANDS_IN_VOLTS;
    }

    public function proves(): bool
    {
        return $this->isLow() && $this->meterStated;
    }
}
