<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Sheet;

use PHPUnit\Framework\TestCase;
use Yew\Core\Compute\Compose;
use Yew\Core\Sheet\PointKind;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Where to probe an amplifier whose drawing prints nothing. */
final class CircuitPointsTest extends TestCase
{
    private const LINES = "mains 230 ht 560/190 bias 50/30 heater 6.6/0.03\nsupply ht ct A C1=50u/450 tube V4 EZ81\nrail B A 1k 50u/450\nrail C B 15k 32u/450\nbias bias N1 N2 47u/100 15k 47k\ngain V1 12AX7 C 100k 1k5 25u\ncathodyne V1b C 56k 56k 1k5 from V1 22n\npp V2/V3 EL84 A screens B sstop 100 bias N2 leak 470k from V1b 100n ot 8k\nheaters heater V1-V4";

    public function testRailsInTheOrderOfTheSupplyThenTubesFromTheOutputBack(): void
    {
        $points = self::sheet([])->points;
        self::assertSame(['A', 'B', 'C', 'N1', 'N2', 'V2.7', 'V2.9', 'V2.2', 'V3.7', 'V3.9', 'V3.2', 'V1.1', 'V1.3', 'V1.6', 'V1.8'], array_map(static fn (TestPoint $p): string => $p->place, $points));
    }

    public function testARailComesAfterTheOneThatFeedsItHoweverTheyWereTyped(): void
    {
        $lines = str_replace("rail B A 1k 50u/450\nrail C B 15k 32u/450", "rail C B 15k 32u/450\nrail B A 1k 50u/450", self::LINES);
        self::assertNotSame(self::LINES, $lines);
        $places = array_map(static fn (TestPoint $p): string => $p->place, self::sheet([], $lines)->points);
        self::assertSame(['A', 'B', 'C'], array_values(array_intersect($places, ['A', 'B', 'C'])));
    }

    public function testEachIsOfItsKindFedByItsRailAndBesideItsSister(): void
    {
        $sheet = self::sheet([]);
        $told = static fn (string $place): array => array_map(static fn (TestPoint $p): array => [$p->kind, $p->fedBy, $p->sister, $p->printedVolts], array_values(array_filter($sheet->points, static fn (TestPoint $p): bool => $p->place === $place)))[0];
        self::assertSame([PointKind::Rail, 'A', null, null], $told('B'));
        self::assertSame([PointKind::Bias, 'N1', null, null], $told('N2'));
        self::assertSame([PointKind::Plate, 'A', 'V3.7', null], $told('V2.7'));
        self::assertSame([PointKind::Screen, 'B', 'V2.9', null], $told('V3.9'));
        self::assertSame([PointKind::Grid, null, 'V3.2', null], $told('V2.2'));
        self::assertSame([PointKind::Cathode, null, null, null], $told('V1.3'));
    }

    public function testACathodeOnTheChassisAndARectifiersSocketAreNoPoints(): void
    {
        $places = array_map(static fn (TestPoint $p): string => $p->place, self::sheet([])->points);
        self::assertNotContains('V2.3', $places, 'fixed bias: its cathode is the chassis');
        self::assertSame([], array_filter($places, static fn (string $p): bool => str_starts_with($p, 'V4.')));
    }

    public function testWhereSomethingIsPrintedThatIsAllThatIsAskedFor(): void
    {
        self::assertSame(['A'], array_map(static fn (TestPoint $p): string => $p->place, self::sheet([['place' => 'A', 'kind' => 'rail', 'printedVolts' => 322]])->points));
    }

    /** @param list<array<string, mixed>> $points */
    private static function sheet(array $points, string $lines = self::LINES): Sheet
    {
        $composed = (new Compose(ShippedTubes::catalogue()))->run(['lines' => $lines]);
        $tubes = array_map(static fn (string $position, string $type): array => ['position' => $position, 'type' => $type], ['V1', 'V2', 'V3', 'V4'], ['12AX7', 'EL84', 'EL84', 'EZ81']);

        return (new SheetCodec(ShippedTubes::catalogue()))->decode(['format' => 'sheet/1', 'name' => 'x', 'source' => ['trust' => 'similar-model'], 'printedFor' => ['mainsVolts' => 230], 'tubes' => $tubes, 'points' => $points, 'circuit' => $composed['circuit']]);
    }
}
