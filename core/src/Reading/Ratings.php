<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Sheet\TubePosition;

/** Limits that hold under any conditions: capacitor ratings, grid polarity, heater limits (SAFE-6, JUDGE-1a, JUDGE-2). */
final class Ratings
{
    /** A control grid more positive than this is a stop (SAFE-6). */
    public const GRID_POSITIVE_VOLTS = 1.0;

    /** The tube handbooks' heater limit, percent (RCA RC-30, from memory). */
    public const HEATER_PERCENT = 10.0;

    /** What an electrolytic stands for half a minute: 1.15 times up to 315 V, 1.1 times above (IEC 60384-4, from memory). */
    public const SURGE_SECONDS = 30.0;
    private const LOW_RATED_VOLTS = 315.0;
    private const LOW_SURGE_TIMES = 1.15;
    private const SURGE_TIMES = 1.1;

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
            return new Danger(self::isColdStart($context, abs($volts), $rating) ? 'above-rating-cold' : 'above-capacitor-rating', ['ratedVolts' => $rating]);
        }

        return null;
    }

    /** With output tubes in and still cold B+ stands above its working volts: under the surge rating, for half a minute, it is to be watched and no stop (SAFE-6). */
    private static function isColdStart(ReadingContext $context, float $volts, float $rating): bool
    {
        $out = $context->conditions->tubesOut();
        $pulls = null !== $out && [] !== array_filter($context->sheet->tubes ?? [], static fn (TubePosition $t): bool => $t->output && !\in_array($t->position, $out, true));
        $surge = $rating * ($rating <= self::LOW_RATED_VOLTS ? self::LOW_SURGE_TIMES : self::SURGE_TIMES);

        return $pulls && null !== $context->warmMinutes && 60.0 * $context->warmMinutes <= self::SURGE_SECONDS && $volts <= $surge;
    }

    /** Whether a heater is below its rated limit: ± 10 % of rated, beside ± 5 % of expected. */
    public static function heaterStarved(TestPoint $point, float $volts): bool
    {
        return PointKind::Heater === $point->kind && null !== $point->ratedVolts && $volts < $point->ratedVolts * (1 - self::HEATER_PERCENT / 100);
    }
}
