<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Safety;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Safety\StopBounds;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** What a single reading means off is known beforehand, and the tape says the same when it comes (SAFE-6). */
final class StopBoundsTest extends TestCase
{
    private const CONDITIONS = ['facts' => ['inletVolts' => ['value' => 120.0, 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 120.0], 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured']]];

    public function testTheTapeStopsBeyondEveryBoundAndNotBeforeIt(): void
    {
        $tape = UnitTape::in(ChassisState::Energised, FakeUnit::demo('lantern-30'))->taken('conditions', self::CONDITIONS)->taken('note', ['text' => 'warm'], 1800.0);
        $seen = [];
        foreach ($tape->bench()->readings()->points() as $judged) {
            $bounds = StopBounds::of($judged, $tape->bench()->readings(), ChassisState::Energised);
            foreach (['below' => [$bounds->below, -1], 'above' => [$bounds->above, 1]] as $side => [$bound, $sign]) {
                if (null === $bound) {
                    continue;
                }
                $seen[] = $judged->point->key().' '.$side;
                $step = 0.002 * max(abs($bound), abs($bound - ($judged->next()->volts ?? 0.0)));
                self::assertTrue(self::stops($tape, $judged->point->place, $judged->point->function->value, $bound + $sign * $step), $judged->point->key().' beyond '.$bound);
                self::assertFalse(self::stops($tape, $judged->point->place, $judged->point->function->value, $bound - $sign * $step), $judged->point->key().' inside '.$bound);
            }
        }
        foreach (['V4.5|dc-volts above', 'V5.5|dc-volts above', 'A|dc-volts above', 'N1|dc-volts above'] as $key) {
            self::assertContains($key, $seen);
        }
    }

    public function testNothingStopsAChassisThatIsOff(): void
    {
        $tape = UnitTape::in(ChassisState::Discharging, FakeUnit::demo('lantern-30'));
        $bias = $tape->bench()->readings()->point('V4.5|dc-volts') ?? self::fail('it is on the sheet');
        $bounds = StopBounds::of($bias, $tape->bench()->readings(), ChassisState::Discharging);
        self::assertSame([null, null], [$bounds->below, $bounds->above]);
    }

    public function testAHeaterHasNone(): void
    {
        $tape = UnitTape::in(ChassisState::Energised, FakeUnit::demo('lantern-30'))->taken('conditions', self::CONDITIONS);
        $heaters = array_filter($tape->bench()->readings()->points(), static fn ($p): bool => 'ac-volts' === $p->point->function->value);
        self::assertNotSame([], $heaters);
        foreach ($heaters as $heater) {
            self::assertNull(StopBounds::of($heater, $tape->bench()->readings(), ChassisState::Energised)->above);
        }
    }

    private static function stops(UnitTape $tape, string $place, string $function, float $value): bool
    {
        $trial = clone $tape;
        $trial->state = clone $tape->state;
        $trial->taken('reading', ['place' => $place, 'function' => $function, 'text' => 'dc-amperes' === $function ? \sprintf('%.8fA', $value) : \sprintf('%.6f', $value), 'meterId' => 'no-1', 'slipAnswer' => 'as-typed'], 1.0);

        return null !== $trial->state->stop;
    }
}
