<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\Expected;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** On the way up a cathode whose heater is short of its volts may not draw yet: its current is not judged, and B+ may stand higher (PWR-5; common practice). */
final class ColdHeatersTest extends TestCase
{
    private static function expected(string $place, float $mains, bool $tubesIn = true, MeterFunction $function = MeterFunction::DcVolts): Expected
    {
        $unit = FakeUnit::demo('lantern-30');
        $tape = UnitTape::in(ChassisState::Ramping, $unit);
        $tubes = [];
        foreach ($unit->sheet()->tubes ?? [] as $position => $tube) {
            $tubes[$position] = $tubesIn ? ['type' => $tube->type, 'tubeId' => null] : 'out';
        }
        $facts = ['inletVolts' => $mains, 'limiters' => [], 'standby' => 'play', 'signal' => 'none', 'meterId' => 'no-1', 'tubes' => $tubes];
        $tape->taken('conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]);

        return $tape->bench()->readings()->expectedUnder($place, $function, $tape->state->conditions);
    }

    public function testACathodeIsJudgedFromSeventyHundredthsOfItsHeatersVoltsOn(): void
    {
        // The Lantern’s transformer is drawn for 117 V, and drops a little under its heaters.
        self::assertSame('heaters-cold', self::expected('V4.8', 80.0)->obstacle);
        self::assertNull(self::expected('V4.8', 90.0)->obstacle);
        self::assertSame('heaters-cold', self::expected('V3.3', 80.0)->obstacle, 'a preamplifier’s as well');
        self::assertSame('heaters-cold', self::expected('V4.8', 80.0, function: MeterFunction::DcAmperes)->obstacle);
        self::assertNull(self::expected('V4.5', 40.0)->obstacle, 'bias asks no heater');
    }

    public function testBPlusMayStandHigherWhileNothingDrawsOnIt(): void
    {
        foreach (['A', 'V4.3', 'V4.4'] as $place) {
            [$cold, $warm, $none] = [self::expected($place, 80.0), self::expected($place, 90.0), self::expected($place, 80.0, false)];
            $room = static fn (Expected $e): float => (($e->window->high ?? 0.0) - ($e->volts ?? 0.0)) / ($e->volts ?? 1.0);
            self::assertEqualsWithDelta(0.25, $room($cold) - $room($warm), 0.02, $place);
            self::assertEqualsWithDelta($room($warm), $room($none), 0.02, $place.': with no tubes in nothing will draw');
            $below = static fn (Expected $e): float => (($e->volts ?? 0.0) - ($e->window->low ?? 0.0)) / ($e->volts ?? 1.0);
            self::assertEqualsWithDelta($below($warm), $below($cold), 0.02, $place.': but no lower');
            self::assertTrue($cold->window?->holds((float) $none->volts), $place.': what it has with no tubes in is no fault');
        }
    }
}
