<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Output;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\DrawnOutputs;
use Yew\Core\Drawn\DrawnTubes;
use Yew\Core\Output\DrawnStage;
use Yew\Core\Output\HeldCircuit;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Tube\ShippedTubes;

/** What the supplies of a circuit make of the mean currents of its output stage. */
final class StageSupplyTest extends TestCase
{
    private DrawnStage $drawn;
    private HeldCircuit $circuit;

    protected function setUp(): void
    {
        $sheet = FakeUnit::demo('teasel-50')->sheet() ?? throw new \LogicException('a sheet');
        $drawn = $sheet->circuit ?? throw new \LogicException('a circuit');
        $fitted = AsFitted::drawn($drawn->netlist);
        $tubes = ShippedTubes::catalogue();
        $work = CircuitAtWork::of($sheet, $drawn, $fitted, $tubes);
        $outputs = array_filter(DrawnOutputs::of($work, DrawnTubes::of($work)), static fn (DrawnOutput $o): bool => 'T2' === $o->stage);
        $this->drawn = DrawnStage::of($outputs, $fitted, $work->working, $tubes) ?? throw new \LogicException('a stage');
        $this->circuit = new HeldCircuit($this->drawn->stage, $outputs, $fitted, $work->working->conditions, $tubes);
    }

    public function testHeldToWhatTheyIdleAtTheSuppliesAreAsWithTheTubesThemselves(): void
    {
        $volts = $this->circuit->volts(self::each(0.0158, 0.0023));
        self::assertEqualsWithDelta($this->drawn->idle->supply, $volts['supply'], 2.0);
        self::assertEqualsWithDelta($this->drawn->idle->grids[0], $volts['grid 0'], 0.2, 'the bias stays');
        self::assertGreaterThan($volts['supply'] + 5.0, $this->circuit->volts(self::each(0.0, 0.0))['supply']);
    }

    public function testFromOtherCurrentsTheyAreWhatTheCircuitHasThere(): void
    {
        $there = self::each(0.08, 0.012);
        $asked = $this->drawn->supply->from($there);
        self::assertEqualsWithDelta($this->circuit->volts($there)['supply'], $asked->at($there, [0.0, 0.0], 0.0)->supply, 1e-6);
        self::assertNotEqualsWithDelta($asked->at($there, [0.0, 0.0], 0.0)->supply, $this->drawn->supply->at($there, [0.0, 0.0], 0.0)->supply, 0.3, 'a straight line from where they idle is a guess');
    }

    public function testBetweenTwoTheLineMeetsBoth(): void
    {
        $there = self::each(0.08, 0.012);
        $full = $this->drawn->supply->from($there);
        $between = $this->drawn->supply->through($full);
        self::assertEqualsWithDelta($full->at($there, [0.0, 0.0], 0.0)->supply, $between->at($there, [0.0, 0.0], 0.0)->supply, 1e-6);
        self::assertEqualsWithDelta($full->at($there, [0.0, 0.0], 0.0)->screens, $between->at($there, [0.0, 0.0], 0.0)->screens, 1e-6);
        $middle = self::each(0.045, 0.006);
        self::assertEqualsWithDelta($this->circuit->volts($middle)['supply'], $between->at($middle, [0.0, 0.0], 0.0)->supply, 5.0);
    }

    /** @return list<array{float, float}> */
    private static function each(float $plate, float $screen): array
    {
        return [[$plate, $screen], [$plate, $screen]];
    }
}
