<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;

/** Limits that hold under any conditions: capacitor ratings, grid polarity, heater limits (SAFE-6, JUDGE-1a, JUDGE-2). */
final class Ratings
{
    /** A control grid more positive than this is a stop (SAFE-6). */
    public const GRID_POSITIVE_VOLTS = 1.0;

    /** The tube handbooks' heater limit, percent (RCA RC-30, from memory). */
    public const HEATER_PERCENT = 10.0;

    /** The first of them that is passed; null when none is. */
    public static function danger(TestPoint $point, ReadingContext $context, float $volts): ?Danger
    {
        if (PointKind::Grid === $point->kind && null !== $point->printedVolts && $point->printedVolts <= 0.0 && $volts > self::GRID_POSITIVE_VOLTS) {
            return new Danger('grid-positive', ['limitVolts' => self::GRID_POSITIVE_VOLTS]);
        }
        if (PointKind::Bias === $point->kind && ($point->printedVolts ?? -1.0) < 0.0 && $volts > 0.0) {
            return new Danger('bias-positive');
        }
        if (PointKind::Heater === $point->kind && null !== $point->ratedVolts && $volts > $point->ratedVolts * (1 + self::HEATER_PERCENT / 100)) {
            return new Danger('heater-above-rating', ['ratedVolts' => $point->ratedVolts]);
        }
        $rating = null === $context->sheet ? null : $context->sheet->ratingAt($point->place);
        if (null !== $rating && abs($volts) > $rating) {
            return new Danger('above-capacitor-rating', ['ratedVolts' => $rating]);
        }

        return null;
    }

    /** Whether a heater is below its rated limit: ± 10 % of rated, beside ± 5 % of expected. */
    public static function heaterStarved(TestPoint $point, float $volts): bool
    {
        return PointKind::Heater === $point->kind && null !== $point->ratedVolts && $volts < $point->ratedVolts * (1 - self::HEATER_PERCENT / 100);
    }
}
