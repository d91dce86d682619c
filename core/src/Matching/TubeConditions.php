<?php

declare(strict_types=1);

namespace Yew\Core\Matching;

/** Under which a tube's figures were taken (TUBE-3). */
final readonly class TubeConditions
{
    /**
     * How far the conditions of a test may lie from those that all are compared at: half of what TUBE-3 lets two tests differ by, so
     * that any two of them do not differ by more. Grid, V; screen and heater, percent.
     */
    private const GRID_VOLTS = 0.05;
    private const SCREEN_PERCENT = 0.25;
    private const HEATER_PERCENT = 0.25;
    /** The same for what the rule gives no figure for, percent (our choice): plate volts of a tube with a screen hardly matter, a minute's warm-up in ten does not. */
    private const PLATE_PERCENT = 1.0;
    private const TRIODE_PLATE_PERCENT = 0.25;
    private const WARM_PERCENT = 10.0;
    /** Rounding must not shut out what stands at the limit. */
    private const ROUNDING = 1e-9;

    /**
     * @param float      $plateVolts  above zero; like all volts here against the cathode
     * @param float      $gridVolts   as it stands at the pin, below zero
     * @param float|null $screenVolts null for a triode
     * @param float      $warmMinutes before it was read
     * @param string     $instrument  which tester or jig; testers differ
     */
    public function __construct(public float $plateVolts, public float $gridVolts, public ?float $screenVolts, public float $heaterVolts, public float $warmMinutes, public string $instrument)
    {
    }

    /** Why figures taken under these cannot be laid beside others as they are; null where they can. What no law can carry over is said first. */
    public function differenceFrom(self $reference): ?Incomparable
    {
        $plate = null === $reference->screenVolts ? self::TRIODE_PLATE_PERCENT : self::PLATE_PERCENT;

        return match (true) {
            $this->instrument !== $reference->instrument => Incomparable::Instrument,
            self::apart($this->warmMinutes, $reference->warmMinutes, self::WARM_PERCENT) => Incomparable::WarmUp,
            self::apart($this->heaterVolts, $reference->heaterVolts, self::HEATER_PERCENT) => Incomparable::Heater,
            (null === $this->screenVolts) !== (null === $reference->screenVolts) => Incomparable::Connection,
            abs($this->gridVolts - $reference->gridVolts) > self::GRID_VOLTS + self::ROUNDING => Incomparable::Grid,
            null !== $this->screenVolts && null !== $reference->screenVolts && self::apart($this->screenVolts, $reference->screenVolts, self::SCREEN_PERCENT) => Incomparable::Screen,
            self::apart($this->plateVolts, $reference->plateVolts, $plate) => Incomparable::Plate,
            default => null,
        };
    }

    private static function apart(float $value, float $reference, float $percent): bool
    {
        return 100 * abs($value - $reference) > ($percent + self::ROUNDING) * abs($reference);
    }
}
