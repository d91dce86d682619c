<?php

declare(strict_types=1);

namespace Yew\Stands\Tests\Amplifier;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Stands\Amplifier\Dial;
use Yew\Stands\Amplifier\Sample;
use Yew\Stands\Tests\StandFixture;

final class SampleTest extends TestCase
{
    public function testTheSameSeedDrawsTheSameUnitAndAnotherAnother(): void
    {
        $netlist = StandFixture::sheet('lantern-30')->drawn->netlist;
        self::assertEquals(Sample::of($netlist, 7)->factors, Sample::of($netlist, 7)->factors);
        self::assertNotEquals(Sample::of($netlist, 7)->factors, Sample::of($netlist, 8)->factors);
    }

    /** Over many units everything stays inside its tolerance, and uses most of it. */
    public function testPartsLieInTheirTolerances(): void
    {
        $netlist = StandFixture::sheet('lantern-30')->drawn->netlist;
        $least = $most = [];
        for ($seed = 0; $seed < 60; ++$seed) {
            $factors = Sample::of($netlist, $seed)->factors;
            foreach ([...$factors->parts, ...$factors->tubes, ...$factors->windingVolts] as $id => $factor) {
                $least[$id] = min($least[$id] ?? 9.0, $factor);
                $most[$id] = max($most[$id] ?? 0.0, $factor);
            }
        }
        foreach ($netlist->elements as $id => $element) {
            [$low, $high] = match (true) {
                $element instanceof Resistor => [1.0 - $element->tolerancePercent / 200.0, 1.0 + $element->tolerancePercent / 200.0],
                $element instanceof Capacitor && $element->farads > 1e-6 => [0.9, 1.3],
                $element instanceof Tube => [0.88, 1.12],
                default => [0.0, 0.0],
            };
            if ($low > 0.0) {
                self::assertGreaterThanOrEqual($low - 1e-9, $least[$id], $id);
                self::assertLessThanOrEqual($high + 1e-9, $most[$id], $id);
                self::assertGreaterThanOrEqual(0.8 * ($high - $low), $most[$id] - $least[$id], $id);
            }
        }
        self::assertEqualsWithDelta(0.98, $least['T1/ht'], 0.005);
        self::assertEqualsWithDelta(1.02, $most['T1/ht'], 0.005);
    }

    public function testADialLiesTheSameEveryTimeAndRises(): void
    {
        $dial = Dial::drawn(117.0, 4);
        self::assertSame($dial->table, Dial::drawn(117.0, 4)->table);
        self::assertNotSame($dial->table, Dial::drawn(117.0, 5)->table);
        self::assertEqualsWithDelta(140.4, $dial->top(), 1e-9);
        for ($seed = 0; $seed < 40; ++$seed) {
            $dial = Dial::drawn(230.0, $seed);
            foreach ($dial->table as $i => [$mark, $volts]) {
                self::assertEqualsWithDelta($volts, $dial->volts($mark), 1e-9);
                self::assertTrue(0 === $i || $volts > $dial->table[$i - 1][1], 'seed '.$seed);
            }
            [$a, $b] = [$dial->table[5], $dial->table[6]];
            self::assertEqualsWithDelta(($a[1] + $b[1]) / 2.0, $dial->volts(($a[0] + $b[0]) / 2.0), 1e-9);
        }
    }
}
