<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Supply\Commutation;
use Yew\Core\Circuit\Supply\Path;
use Yew\Core\Tube\Model\RectifierModel;

/** Which rectifiers conduct, against what Kirchhoff says of each. */
final class CommutationTest extends TestCase
{
    public function testOneDiodeOverItsDropAndUnderIt(): void
    {
        $commutation = new Commutation([self::path(0.8)], [[100.0]]);
        $commutation->at([10.8]);
        self::assertEqualsWithDelta(0.1, $commutation->amperes[0], 1e-12);
        $commutation->at([0.79]);
        self::assertSame([], $commutation->on);
        self::assertSame(0.0, $commutation->amperes[0]);
        $commutation->at([0.81]);
        self::assertEqualsWithDelta(1e-4, $commutation->amperes[0], 1e-12);
    }

    /** Two tubes whose load is a choke: the sum of their currents stays, from one to the other over zero volts. */
    public function testTwoTubesHandTheCurrentOver(): void
    {
        $tube = new RectifierModel(2e-4);
        $load = 1e5;
        $drops = [[100.0 + $load, -50.0 + $load], [-50.0 + $load, 100.0 + $load]];
        $commutation = new Commutation([self::path(0.0, $tube), self::path(0.0, $tube)], $drops);
        foreach ([-200.0, -40.0, -5.0, 0.0, 5.0, 40.0, 200.0] as $volts) {
            $drive = [$volts + 0.08 * $load, -$volts + 0.08 * $load];
            $commutation->at($drive);
            foreach ([0, 1] as $c) {
                $amperes = $commutation->amperes[$c];
                $rest = $drive[$c] - $drops[$c][0] * $commutation->amperes[0] - $drops[$c][1] * $commutation->amperes[1];
                if (\in_array($c, $commutation->on, true)) {
                    self::assertEqualsWithDelta(($amperes / 2e-4) ** (2 / 3), $rest, 1e-6, 'the drop is the tube’s own');
                } else {
                    self::assertSame(0.0, $amperes);
                    self::assertLessThan(0.01, $rest, 'what does not conduct has nothing to conduct for');
                }
            }
        }
        $commutation->at([0.08 * $load, 0.08 * $load]);
        self::assertEqualsWithDelta($commutation->amperes[0], $commutation->amperes[1], 1e-9);
    }

    private static function path(float $drop, ?RectifierModel $tube = null): Path
    {
        return new Path([0 => 1.0], 0, 1.0, 1.0, 1.0, $drop, $tube, '');
    }
}
