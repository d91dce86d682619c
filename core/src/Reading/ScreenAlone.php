<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;

/**
 * An output tube whose plate has lost its volts while its screen still has them: the screen carries the current, and burns (SAFE-6a).
 * A meter that opened in the lead to the centre tap does this, and so does an open half of the transformer or a plate lead that came off.
 */
final class ScreenAlone
{
    /** A plate with less than this share of its screen’s volts has lost them; our choice: no output stage idles so low. */
    public const GONE_SHARE = 0.1;

    /** A screen with less than this, volts, burns nothing; our choice. */
    public const THERE_VOLTS = 50.0;

    /** Minutes between the two readings that speak of the same moment; our choice. */
    public const MINUTES = 10.0;

    /** Whether a reading says what is asked of it: a plate known to be under a bound may be gone, a screen above one is there. */
    public static function speaks(PointKind $of, ReadingKind $kind): bool
    {
        return match ($kind) {
            ReadingKind::Value => PointKind::Plate === $of || PointKind::Screen === $of,
            ReadingKind::Below => PointKind::Plate === $of,
            ReadingKind::Above => PointKind::Screen === $of,
            ReadingKind::Overload, ReadingKind::Intermittent => false,
        };
    }

    /** What a plate’s or a screen’s reading says beside the other one; null where nothing is wrong or nothing is known. */
    public static function danger(TestPoint $point, ReadingKind $kind, float $volts, ComparisonReadings $near): ?Danger
    {
        $other = $near->otherElectrodeVolts;
        if (null === $other || MeterFunction::DcVolts !== $point->function || !self::speaks($point->kind, $kind)) {
            return null;
        }
        [$plate, $screen] = PointKind::Plate === $point->kind ? [$volts, $other] : [$other, $volts];

        return $screen >= self::THERE_VOLTS && abs($plate) < self::GONE_SHARE * $screen ? new Danger('screen-alone', ['plateVolts' => $plate, 'screenVolts' => $screen]) : null;
    }
}
