<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Drawer;

use PHPUnit\Framework\TestCase;
use Yew\Core\Drawer\OwnersHours;

/** What a tube played at its owner's: told by what was said, and by nothing else (TUBE-2). */
final class OwnersHoursTest extends TestCase
{
    private const WEEK = 604800.0;

    public function testWeeksAwayTimesWhatWasSaidOfThem(): void
    {
        $away = static fn (float $from, float $to, ?float $hours): array => ['from' => $from * self::WEEK, 'to' => $to * self::WEEK, 'hoursAWeek' => $hours];
        self::assertEqualsWithDelta(40.0, OwnersHours::of([$away(0, 10, 4.0)], 0.0), 1e-9);
        self::assertEqualsWithDelta(40.0 + 6.0, OwnersHours::of([$away(20, 23, 2.0), $away(0, 10, 4.0)], 0.0), 1e-9);
        self::assertEqualsWithDelta(16.0, OwnersHours::of([$away(0, 10, 4.0)], 6 * self::WEEK), 1e-9, 'from when it went in');
        self::assertSame(0.0, OwnersHours::of([$away(0, 10, 0.0)], 0.0), 'said to be never played');
    }

    public function testWhatNobodySaidIsNotGuessed(): void
    {
        $away = static fn (float $from, float $to, ?float $hours): array => ['from' => $from * self::WEEK, 'to' => $to * self::WEEK, 'hoursAWeek' => $hours];
        self::assertNull(OwnersHours::of([$away(0, 10, null)], 0.0));
        self::assertNull(OwnersHours::of([$away(20, 30, 4.0), $away(0, 10, null)], 0.0), 'of a part of the time nobody knows');
        self::assertEqualsWithDelta(40.0, OwnersHours::of([$away(20, 30, 4.0), $away(0, 10, null)], 10 * self::WEEK), 1e-9, 'what was before it went in matters to nobody');
        self::assertNull(OwnersHours::of([], 0.0));
        self::assertNull(OwnersHours::of([$away(0, 10, 4.0)], 10 * self::WEEK), 'it never left since');
    }
}
