<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\DischargeNetwork;

/** SAFE-2: `t = R·C·ln(V0/Vsafe)`; SAFE-3: `½CV²`. */
final class DischargeNetworkTest extends TestCase
{
    public function testOneCapacitorAndItsBleeder(): void
    {
        $network = new DischargeNetwork(['A' => 100e-6], [['a' => 'A', 'b' => 'chassis', 'ohms' => 220000.0]]);
        self::assertEqualsWithDelta(22.0 * log(450 / 60), $network->secondsTo(60.0, ['A' => 450.0]), 1e-6);
        self::assertEqualsWithDelta(10.125, $network->energyJoules(['A' => 450.0]), 1e-9);
    }

    public function testNothingBleedsItHoldsItsCharge(): void
    {
        self::assertNull((new DischargeNetwork(['A' => 32e-6], []))->secondsTo(60.0, ['A' => 320.0]));
        $far = new DischargeNetwork(['A' => 32e-6, 'B' => 16e-6], [['a' => 'A', 'b' => 'chassis', 'ohms' => 1e5]]);
        self::assertNull($far->secondsTo(60.0, ['A' => 320.0, 'B' => 300.0]), 'an island of its own is not bled');
    }

    /** With droppers much smaller than the bleeder, R·ΣC is right; with droppers as large it is not. */
    public function testDroppersAsLargeAsTheBleederSlowTheFarNode(): void
    {
        $start = ['A' => 400.0, 'B' => 400.0];
        $near = new DischargeNetwork(['A' => 20e-6, 'B' => 20e-6], [['a' => 'A', 'b' => 'chassis', 'ohms' => 1e5], ['a' => 'A', 'b' => 'B', 'ohms' => 100.0]]);
        $simple = 1e5 * 40e-6 * log(400 / 60);
        self::assertEqualsWithDelta($simple, $near->secondsTo(60.0, $start), 0.01 * $simple);
        $far = new DischargeNetwork(['A' => 20e-6, 'B' => 20e-6], [['a' => 'A', 'b' => 'chassis', 'ohms' => 1e5], ['a' => 'A', 'b' => 'B', 'ohms' => 1e5]]);
        // Two equal RC links: slow rate (3 − √5)/2 per RC; amplitude of the far node (5 + 3√5)/10 of the start (worked by hand).
        $rate = (3 - sqrt(5)) / 2 / (1e5 * 20e-6);
        self::assertEqualsWithDelta(log((5 + 3 * sqrt(5)) / 10 * 400 / 60) / $rate, $far->secondsTo(60.0, $start), 0.02);
        self::assertGreaterThan($simple, $far->secondsTo(60.0, $start));
    }

    public function testANodeWithoutCapacitanceIsFoldedAway(): void
    {
        $network = new DischargeNetwork(['A' => 10e-6], [['a' => 'A', 'b' => 'X', 'ohms' => 4e4], ['a' => 'X', 'b' => 'chassis', 'ohms' => 6e4]]);
        self::assertEqualsWithDelta(1.0 * log(10), $network->secondsTo(10.0, ['A' => 100.0]), 1e-6);
    }

    public function testAlreadySafeTakesNoTime(): void
    {
        self::assertSame(0.0, (new DischargeNetwork(['A' => 1e-6], []))->secondsTo(60.0, ['A' => -50.0]));
        self::assertSame(0.0, (new DischargeNetwork([], []))->secondsTo(60.0, []));
    }
}
