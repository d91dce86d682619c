<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Exchange;
use Yew\Core\Bench\ObservedTime;

final class ObservedTimeTest extends TestCase
{
    /** @return iterable<string, array{float, float|null, float, Exchange|null, float}> claimed, sent, received, before, observed; booked in at 1000 */
    public static function entries(): iterable
    {
        yield 'typed and sent at once' => [2000.0, 2000.2, 2000.3, null, 2000.1];
        yield 'a device an hour fast' => [5600.0, 5600.2, 2000.3, null, 2000.1];
        yield 'a device a day slow' => [-84400.0, -84399.8, 2000.3, null, 2000.1];
        yield 'typed offline, ten minutes before' => [1400.0, 2000.0, 2000.0, null, 1400.0];
        yield 'before the job was booked in' => [500.0, 2000.0, 2000.0, null, 1000.0];
        yield 'in the future' => [2090.0, null, 2000.0, null, 2000.0];
        yield 'after an exchange a minute ago, claimed twenty minutes old' => [800.0, 2000.0, 2000.0, new Exchange(1939.0, 1940.0), 1910.0];
        yield 'half a minute after an exchange it may have been under way' => [1850.0, 2000.0, 2000.0, new Exchange(1850.0, 1970.0), 1850.0];
        yield 'a second more and it was not' => [1850.0, 2000.0, 2000.0, new Exchange(1850.0, 1969.0), 1939.0];
        yield 'one batch keeps its distances' => [1900.0, 2000.0, 2000.0, new Exchange(1300.0, 1999.9), 1900.0];
        yield 'one batch keeps its order' => [1200.0, 2000.0, 2000.0, new Exchange(1300.0, 1999.9), 1300.0];
    }

    #[DataProvider('entries')]
    public function testNoEntryIsOlderThanItCanBe(float $claimed, ?float $sent, float $received, ?Exchange $before, float $observed): void
    {
        $time = ObservedTime::of($claimed, $sent, $received, 1000.0, $before);
        self::assertEqualsWithDelta($observed, $time->at, 1e-6);
        self::assertSame(null !== $before, $time->clockSeen);
    }
}
