<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;

/** One figure to lay beside a reading, besides the schematic's: its sister's, the other unit's, the last visit's (JUDGE-6). */
final readonly class Beside
{
    /** Windows between sisters, percent: shared rails, same electrodes (JUDGE-6, our choice). */
    private const RAIL_PERCENT = 3.0;
    private const ELECTRODE_PERCENT = 10.0;

    /** Less on the sister is too little to make a percentage of, V (our choice). */
    private const LEAST_VOLTS = 0.5;

    /**
     * @param string     $name             the sister's place, or the other unit's serial; empty for the last visit
     * @param float|null $volts            as compared: at this unit's mains where that is known
     * @param float|null $deviationPercent of the reading from it; null where there is no reading, or nothing to make a percentage of
     */
    private function __construct(public BesideKind $kind, public string $name, public ?float $volts, public ?float $deviationPercent, public BesideSays $says, public ?SisterReading $sister = null)
    {
    }

    /** How far sisters may be apart at a point, percent. */
    public static function percent(TestPoint $point): float
    {
        return PointKind::Rail === $point->kind ? self::RAIL_PERCENT : self::ELECTRODE_PERCENT;
    }

    /** Whether a reading is further from its sister's than sisters are; the same seen from the sister. */
    public static function isApart(TestPoint $point, float $deviationPercent): bool
    {
        $ratio = 1.0 + $deviationPercent / 100.0;

        return $ratio <= 0.0 || max($ratio, 1.0 / $ratio) > 1.0 + self::percent($point) / 100.0;
    }

    /** How far a reading is from its sister's, percent; null where the sister's is next to nothing. */
    public static function deviation(?float $volts, ?float $sister, float $least = self::LEAST_VOLTS): ?float
    {
        return null === $volts || null === $sister || abs($sister) < $least ? null : 100 * ($volts / $sister - 1);
    }

    /**
     * All that there is to lay beside a point.
     *
     * @param Judgement|null $judgement of the reading that decides there; null where nothing was read yet
     *
     * @return list<self>
     */
    public static function all(TestPoint $point, ?Judgement $judgement, ComparisonReadings $near): array
    {
        if (MeterFunction::DcAmperes === $point->function) {
            return [];
        }
        $beside = [];
        if (null !== $near->sisterPlace && null !== $near->sisterVolts) {
            $beside[] = self::of(BesideKind::Sister, $near->sisterPlace, $near->sisterVolts, $point, $judgement);
        }
        $other = $near->otherUnit;
        if (null !== $other) {
            $beside[] = null === $other->volts ? new self(BesideKind::OtherUnit, $other->unitName, null, null, BesideSays::NotComparable, $other) : self::of(BesideKind::OtherUnit, $other->unitName, $other->volts, $point, $judgement, $other);
        }
        if (null !== $near->lastVisitVolts) {
            $beside[] = self::of(BesideKind::LastVisit, '', $near->lastVisitVolts, $point, $judgement);
        }

        return $beside;
    }

    private static function of(BesideKind $kind, string $name, float $volts, TestPoint $point, ?Judgement $judgement, ?SisterReading $sister = null): self
    {
        $deviation = self::deviation($judgement?->volts, $volts);

        return new self($kind, $name, $volts, $deviation, match (true) {
            null === $judgement || null === $deviation => BesideSays::Nothing,
            self::isApart($point, $deviation) => BesideSays::Unlike,
            self::sharesDeviation($judgement, $volts) => BesideSays::BothDeviate,
            default => BesideSays::Alike,
        }, $sister);
    }

    /** Both lie outside the window on the same side: it is what they share that is off, or the print (JUDGE-6). */
    private static function sharesDeviation(Judgement $judgement, float $volts): bool
    {
        $window = $judgement->window;
        if (null === $window || null === $judgement->volts || \in_array($judgement->reference, ['sister', 'other-unit', 'last-visit'], true)) {
            return false;
        }

        return ($judgement->volts < $window->low && $volts < $window->low) || ($judgement->volts > $window->high && $volts > $window->high);
    }
}
