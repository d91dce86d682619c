<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Tests\Tube\ShippedTubes;

/** What a solved circuit says against its tubes' ratings, on both sides of each limit (TUBE-7, BIAS-2). */
final class RemarksTest extends TestCase
{
    public function testACathodeFollowerFarOverItsHeater(): void
    {
        $follower = static fn (string $heaters): Solution => self::solved(['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'rail B A 4k7 22u/450', 'gain V1 12AX7 B 100k 1k5 leak 1M', 'follower V1b B 100k from V1', $heaters]);
        $grounded = $follower('heaters H1 heater V1');
        $cathode = $grounded->at('V1.8');
        self::assertGreaterThan(180.0, $cathode, 'the limit of a 12AX7');
        self::assertContains(['V1', 'heater-cathode-over'], self::said($grounded));
        self::assertEqualsWithDelta($cathode, self::overHeater($grounded, '2'), 1e-9);
        self::assertLessThan(180.0, self::overHeater($grounded, '1'));
        $elevated = $follower('heaters H1 heater V1 ref elevated to V1.8');
        self::assertEqualsWithDelta(0.0, self::overHeater($elevated, '2'), 1e-9);
        $unsaid = $follower('heaters H1 heater V1 ref elevated');
        self::assertNull(self::overHeater($unsaid, '2'), 'nobody says to what it is elevated');
        self::assertNotContains(['V1', 'heater-cathode-over'], self::said($unsaid));
    }

    public function testHeaterPinsArePlacesThatStandAtTheirReference(): void
    {
        $solution = self::solved(['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'gain V1 12AX7 A 100k 1k5 leak 1M', 'heaters H1 heater V1 ref elevated to V1.3']);
        self::assertEqualsWithDelta($solution->at('V1.3'), $solution->at('V1.4'), 1e-12);
        self::assertGreaterThan(0.5, $solution->at('V1.9'));
        $plain = self::solved(['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'gain V1 12AX7 A 100k 1k5 leak 1M', 'heaters H1 heater V1']);
        self::assertSame(0.0, $plain->at('V1.4'));
    }

    public function testOnlyAnElevatedWindingSaysToWhat(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('only an elevated winding');
        self::solved(['mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'gain V1 12AX7 A 100k 1k5 leak 1M', 'heaters H1 heater V1 ref one-side to V1.3']);
    }

    public function testBothPlatesTogetherHaveALimitOfTheirOwn(): void
    {
        $pair = static fn (string $cathode): Solution => self::solved(['mains 230 ht 300/20 heater 6.5/.05', 'supply ht bridge A 100u/500', "gain V1 6SN7GTB A 4k7 $cathode leak 1M", "gain V1b A 4k7 $cathode leak 1M"]);
        $hot = $pair('680');
        $watts = array_column(Stresses::of($hot, ShippedTubes::catalogue())->tubes, 'plateWatts');
        self::assertLessThan(5.0, max(0.0, ...$watts), 'neither half is over');
        self::assertGreaterThan(7.5, array_sum($watts));
        self::assertContains(['V1', 'tube-over-both'], self::said($hot));
        $cool = $pair('2k2');
        self::assertLessThan(7.5, array_sum(array_column(Stresses::of($cool, ShippedTubes::catalogue())->tubes, 'plateWatts')));
        self::assertNotContains(['V1', 'tube-over-both'], self::said($cool));
    }

    private static function overHeater(Solution $solution, string $section): ?float
    {
        foreach (Stresses::of($solution, ShippedTubes::catalogue())->tubes as $tube) {
            if ($section === $tube['section']) {
                return $tube['heaterCathodeVolts'];
            }
        }

        throw new \LogicException('no section '.$section);
    }

    /** @return list<array{string, string}> subject and code */
    private static function said(Solution $solution): array
    {
        return array_map(static fn (Remark $r): array => [$r->subject, $r->code], Remarks::of($solution, ShippedTubes::catalogue()));
    }

    /** @param list<string> $lines */
    private static function solved(array $lines): Solution
    {
        $drawn = Circuits::typed($lines);
        $conditions = new SolveConditions(230.0);

        return OperatingPoint::of(Compiler::compile($drawn->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
    }
}
