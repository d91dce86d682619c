<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Circuit\Remark;
use Yew\Core\Circuit\Remarks;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\Fields;
use Yew\Core\Compute\Compose;
use Yew\Core\Tests\Tube\ShippedTubes;

/** A feedback loop's sign and margins; magnitudes against ngspice are in tests/reference. */
final class LoopGainTest extends TestCase
{
    private const LINES = [
        'mains 230 ht 300/40 heater 6.5/.05', 'supply ht bridge A 47u/450', 'rail B A 4k7 22u/450', 'gain V1 12AX7 B 100k 1k5 leak 1M', 'gain V1b B 100k 1k5 from V1 22n leak 470k',
        'ltp V2 12AX7 B 82k 100k 470 12k from V1b 22n', 'pp T2 V3/V4 EL84 A screens A cath 150 from V2 22n ot 8k', 'fb FB %s from T2/sec to V1.3',
    ];

    #[DataProvider('drives')]
    public function testTheSignFollowsTheDrives(bool $swapped, string $resistor): void
    {
        [$drawn, $solution] = self::amplifier($resistor, $swapped);
        $loop = LoopGain::all($solution, $drawn->blocks)[0];
        [$other, $otherSolution] = self::amplifier($resistor, !$swapped);
        $turned = LoopGain::all($otherSolution, $other->blocks)[0];
        self::assertNotNull($loop->positive);
        self::assertSame(!$loop->positive, $turned->positive, 'swapping the two drives turns the loop');
        $positive = $loop->positive ? $drawn : $other;
        $codes = static fn (DrawnCircuit $d, Solution $s): array => array_map(static fn (Remark $r): string => $r->code, Remarks::of($s, ShippedTubes::catalogue(), $d));
        self::assertContains('loop-positive', $codes($positive, $loop->positive ? $solution : $otherSolution));
        self::assertNotContains('loop-positive', $codes($loop->positive ? $other : $drawn, $loop->positive ? $otherSolution : $solution));
    }

    /** @return iterable<string, array{bool, string}> */
    public static function drives(): iterable
    {
        yield 'as the lines give it' => [false, '47k'];
        yield 'drives swapped' => [true, '10k'];
    }

    public function testTwiceTheResistorIsHalfTheLoopAndOneWithoutItsTubeHasNoSign(): void
    {
        $mid = static function (string $resistor): LoopGain {
            [$drawn, $solution] = self::amplifier($resistor, false);

            return LoopGain::all($solution, $drawn->blocks)[0];
        };
        self::assertEqualsWithDelta(6.02, $mid('100k')->midDecibels - $mid('200k')->midDecibels, 0.2);
        self::assertFalse($mid('1M')->positive);
        [$drawn] = self::amplifier('1M', false);
        $without = new SolveConditions(230.0, null, ['V1']);
        $loop = LoopGain::all(OperatingPoint::of(Compiler::compile($drawn->netlist, ShippedTubes::catalogue(), $without), $without), $drawn->blocks)[0];
        self::assertNull($loop->positive);
        self::assertNull($loop->phaseMarginDegrees);
    }

    public function testALoopIsReadFromOneHertzToAMegahertzAndForItsSignAtOneKilohertz(): void
    {
        [$drawn, $solution] = self::amplifier('47k', false);
        $loop = LoopGain::all($solution, $drawn->blocks)[0];
        self::assertCount(6 * 12 + 1, $loop->points, 'twelve to a decade');
        self::assertEqualsWithDelta([1.0, 1e3, 1e6], [$loop->points[0][0], $loop->points[36][0], $loop->points[72][0]], 1e-6);
        self::assertEqualsWithDelta($loop->points[36][1], $loop->midDecibels, 1e-9);
    }

    public function testALoopOfAHundredthHasNoSign(): void
    {
        // The loop goes with one over the resistor: the one with which it is a hundredth follows from any other.
        [$drawn, $solution] = self::amplifier('1M', false);
        $hundredth = 1e6 * 10 ** ((LoopGain::all($solution, $drawn->blocks)[0]->midDecibels + 40.0) / 20.0);
        $sign = static function (float $ohms): ?bool {
            [$drawn] = self::amplifier('1M', false);
            $conditions = new SolveConditions(230.0);
            $resistor = $drawn->netlist->find('FB/R');
            self::assertInstanceOf(Resistor::class, $resistor);
            $weak = OperatingPoint::of(Compiler::compile($drawn->netlist->with('FB/R', new Resistor('FB/R', $resistor->a, $resistor->b, $ohms)), ShippedTubes::catalogue(), $conditions), $conditions);

            return LoopGain::all($weak, $drawn->blocks)[0]->positive;
        };
        self::assertFalse($sign(0.8 * $hundredth));
        self::assertNull($sign(1.25 * $hundredth));
    }

    public function testMarginsAreReadWhereTheLoopPassesOneAndHalfATurn(): void
    {
        [$drawn, $solution] = self::amplifier('10k', false);
        $loop = LoopGain::all($solution, $drawn->blocks)[0];
        self::assertFalse($loop->positive);
        self::assertNotNull($loop->phaseMarginDegrees);
        $margins = [];
        foreach (\array_slice($loop->points, 1) as $i => [, $decibels, $degrees]) {
            if ($loop->points[$i][1] < 0.0 !== $decibels < 0.0) {
                $margins[] = 180.0 - abs(0.5 * ($degrees + $loop->points[$i][2]));
            }
        }
        self::assertNotSame([], $margins);
        self::assertEqualsWithDelta(min($margins), $loop->phaseMarginDegrees, 12.0);
        foreach (\array_slice($loop->points, 1) as $i => [, , $degrees]) {
            self::assertLessThan(120.0, abs($degrees - $loop->points[$i][2]), 'degrees run on without a jump');
        }
    }

    public function testNoShippedSheetHasAPositiveLoop(): void
    {
        foreach (Circuits::all() as $name => [$drawn, $mains]) {
            $conditions = new SolveConditions($mains);
            foreach (LoopGain::all(OperatingPoint::of(Compiler::compile($drawn->netlist, ShippedTubes::catalogue(), $conditions), $conditions), $drawn->blocks) as $loop) {
                self::assertFalse($loop->positive, $name.' '.$loop->loop);
            }
        }
    }

    public function testALoopThatTurnsRoundTooEarlyIsSaid(): void
    {
        $codes = static function (string $resistor): array {
            [$drawn, $solution] = self::amplifier($resistor, false);

            return array_map(static fn (Remark $r): string => $r->code, Remarks::of($solution, ShippedTubes::catalogue(), $drawn));
        };
        self::assertContains('loop-unstable', $codes('10k'), '77 dB around three coupling capacitors');
        self::assertNotContains('loop-unstable', $codes('90M'));
    }

    public function testALoopThatIsCutIsNoLoop(): void
    {
        [$drawn] = self::amplifier('10k', false);
        $conditions = new SolveConditions(230.0);
        $cut = OperatingPoint::of(Compiler::compile($drawn->netlist->with('FB/R', null), ShippedTubes::catalogue(), $conditions), $conditions);
        self::assertSame([], LoopGain::all($cut, $drawn->blocks));
    }

    public function testTheComposerSaysItAtTheLineOfTheLoop(): void
    {
        // One stage fewer turns the signal round once less.
        $lines = array_values(array_filter(self::LINES, static fn (string $line): bool => !str_starts_with($line, 'gain V1b')));
        $text = str_replace('from V1b', 'from V1', \sprintf(implode("\n", $lines), '10k'));
        $answer = (new Compose(ShippedTubes::catalogue()))->run(['lines' => $text]);
        $remarks = array_values(array_filter(\is_array($answer['remarks']) ? $answer['remarks'] : [], static fn (mixed $r): bool => \is_array($r) && 'loop-positive' === ($r['code'] ?? null)));
        self::assertCount(1, $remarks);
        self::assertSame(6, $remarks[0]['line'] ?? null);
    }

    /** @return array{DrawnCircuit, Solution} */
    private static function amplifier(string $resistor, bool $swapped): array
    {
        $read = LineReader::read(\sprintf(implode("\n", self::LINES), $resistor), ShippedTubes::catalogue());
        self::assertSame([], $read->faults);
        $blocks = array_map(static function (array $block) use ($swapped): array {
            if ($swapped && 'output' === $block['kind'] && \is_array($block['from'] ?? null)) {
                $block['from'] = array_reverse($block['from']);
            }

            return $block;
        }, $read->blocks);
        $drawn = (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['blocks' => $blocks], 'circuit'), $read->tubes);
        $conditions = new SolveConditions(230.0);

        return [$drawn, OperatingPoint::of(Compiler::compile($drawn->netlist, ShippedTubes::catalogue(), $conditions), $conditions)];
    }
}
