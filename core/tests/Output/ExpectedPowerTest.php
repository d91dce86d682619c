<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Output;

use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Drawn\DrawnLoop;
use Yew\Core\Drawn\DrawnOutput;
use Yew\Core\Drawn\DrawnOutputs;
use Yew\Core\Drawn\DrawnTubes;
use Yew\Core\Output\DrawnStage;
use Yew\Core\Output\Drive;
use Yew\Core\Output\ExpectedPower;
use Yew\Core\Output\PowerAsked;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Tube\ShippedTubes;

/** The output stages of the demo’s circuits, with what their own supplies make of a signal. */
final class ExpectedPowerTest extends TestCase
{
    public function testAStageIsFoundInItsCircuitWithAllThatCounts(): void
    {
        [$outputs, $circuit] = self::outputs('quillon-duo-12', 'T3');
        $stage = DrawnStage::of($outputs, $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertNotNull($stage);
        self::assertSame(['tap', false, 2], [$stage->stage->screens, $stage->stage->isSingleEnded, \count($stage->stage->tubes)]);
        self::assertEqualsWithDelta(8.0, $stage->loadOhms, 1e-9);
        self::assertGreaterThan(0.0, $stage->stage->tapShare);
        self::assertGreaterThan(0.0, $stage->stage->copper['b']['tap']);
        self::assertLessThan(1.0, $stage->stage->loadShare);
        self::assertEqualsWithDelta(150.0, $stage->stage->tubes[0]->sharedOhms, 1e-9);
        self::assertTrue($stage->stage->tubes[0]->isSharedHeld, 'a capacitor is across the cathode resistor of both');
    }

    public function testABypassThatIsGoneIsSeen(): void
    {
        [$outputs] = self::outputs('nuthatch-5', 'T2');
        $with = array_values($outputs)[0];
        [$outputs] = self::outputs('nuthatch-5', 'T2', static fn (AsFitted $f): AsFitted => $f->with('C4', null));
        $without = array_values($outputs)[0];
        self::assertSame([$with->own ?? $with->shared], $with->held);
        self::assertSame([], $without->held);
        [$outputs] = self::outputs('nuthatch-5', 'T2', static fn (AsFitted $f): AsFitted => $f->withFarads('C4', 1e-6));
        self::assertSame([], array_values($outputs)[0]->held, 'a microfarad holds nothing at 1 kHz');
    }

    public function testWithoutASignalItStandsWhereTheCircuitHasIt(): void
    {
        foreach (['wren-15', 'teasel-50', 'rushlight-60'] as $sheet) {
            [$outputs, $circuit] = self::outputs($sheet, 'T2');
            $stage = DrawnStage::of($outputs, $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
            self::assertNotNull($stage);
            $still = Drive::at($stage->stage, $stage->supply, $stage->idle, 0.0);
            $first = array_values($outputs)[0];
            self::assertEqualsWithDelta($circuit->working->at($first->supply), $still->standing->supply, 0.1, $sheet);
            self::assertEqualsWithDelta($circuit->working->at($first->places['plate'], $first->places['cathode']), $still->period->tubes[0][0]['plate'], 0.2, $sheet);
        }
    }

    public function testSuppliesSagAndPowerIsLessForIt(): void
    {
        [$outputs, $circuit] = self::outputs('lantern-30', 'T2');
        $power = ExpectedPower::asked(new PowerAsked($outputs, true), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertNotNull($power);
        $idle = $power->points[0]->supplyVolts;
        $full = $power->full()->supplyVolts;
        self::assertGreaterThan(0.02 * $idle, $idle - $full);
        $volts = array_map(static fn ($p): float => $p->supplyVolts, $power->points);
        $sorted = $volts;
        rsort($sorted);
        self::assertSame($sorted, $volts, 'the more it is driven, the lower');
        self::assertSame(['grid', null], [$power->limit(), $power->clipsFirst()]);
        self::assertSame($power->full()->sineWatts, $power->cleanWatts(), 'with feedback, as far as its crest reaches');
    }

    public function testASingleEndedStageWithoutFeedbackIsCleanToTenPercent(): void
    {
        [$outputs, $circuit] = self::outputs('nuthatch-5', 'T2');
        $power = ExpectedPower::asked(new PowerAsked($outputs, false), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertNotNull($power);
        self::assertSame('clipping', $power->limit());
        self::assertEqualsWithDelta(ExpectedPower::CLEAN_DISTORTION, $power->clean->distortion, 0.005);
        self::assertLessThan($power->full()->watts, $power->cleanWatts());
        self::assertSame('b', $power->clipsFirst(), 'its plate is cut off before it comes into the knee');
        $looped = ExpectedPower::asked(new PowerAsked($outputs, true), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertSame('grid', $looped?->limit());
    }

    public function testAStageThatIdlesColdSaysCrossover(): void
    {
        [$outputs, $circuit] = self::outputs('teasel-50', 'T2');
        $power = ExpectedPower::asked(new PowerAsked($outputs, false), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertSame('crossover', $power?->limit());
    }

    public function testOnATapForHalfItsLoadAStageSeesTwiceAndTheOtherWayRound(): void
    {
        [$outputs, $circuit] = self::outputs('wren-15', 'T2');
        $ask = static fn (float $ohms): ExpectedPower => ExpectedPower::asked(new PowerAsked($outputs, false, $ohms), $circuit->fitted, $circuit->working, ShippedTubes::catalogue()) ?? throw new \LogicException('a stage');
        [$drawn, $twice] = [$ask(15.0), $ask(30.0)];
        self::assertEqualsWithDelta(2.0, $twice->primaryOhms / $drawn->primaryOhms, 0.06);
        self::assertTrue($drawn->isDrawnLoad());
        self::assertFalse($twice->isDrawnLoad());
        self::assertGreaterThan($drawn->most('screen')[2] ?? 0.0, $twice->most('screen')[2] ?? 0.0, 'into too high a load screens suffer');
        self::assertFalse($ask(15.0 * 1.16)->isDrawnLoad());
        self::assertTrue($ask(15.0 * 1.14)->isDrawnLoad());
    }

    public function testThereIsAnAnswerIntoAnyLoadThatSomebodyMightHangOn(): void
    {
        foreach (['lantern-30', 'nuthatch-5', 'wren-15'] as $sheet) {
            [$outputs, $circuit] = self::outputs($sheet, 'T2');
            $clean = [];
            foreach ([0.5, 2.0, 8.0, 32.0, 64.0] as $ohms) {
                $power = ExpectedPower::asked(new PowerAsked($outputs, false, $ohms), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
                self::assertNotNull($power, $sheet.' into '.$ohms);
                $clean[] = $power->cleanWatts();
                self::assertLessThanOrEqual($power->full()->watts + 1e-6, $power->cleanWatts());
            }
            self::assertLessThan(0.5 * max($clean), $clean[\count($clean) - 1], 'hardly anything into so much');
        }
    }

    public function testAWeakTubesSideClipsFirst(): void
    {
        [$outputs, $circuit] = self::outputs('wren-15', 'T2', static fn (AsFitted $f): AsFitted => $f->withStrength('V4', 0.7));
        $power = ExpectedPower::asked(new PowerAsked($outputs, false), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertNotNull($power);
        self::assertSame($power->sides['V4'], $power->clipsFirst());
    }

    public function testASideWithoutATubeHasNoAnswer(): void
    {
        [$outputs, $circuit] = self::outputs('wren-15', 'T2');
        $oneOut = $circuit->fitted->solved(new SolveConditions($circuit->working->conditions->inletVolts, tubesOut: ['V4']), ShippedTubes::catalogue());
        self::assertNull(ExpectedPower::asked(new PowerAsked($outputs, false), $circuit->fitted, $oneOut, ShippedTubes::catalogue()));
    }

    public function testALoopCountsFromSixDecibels(): void
    {
        $loop = static fn (?float $decibels, string $of = 'T2'): array => [new DrawnLoop('FB', $of, $decibels, false)];
        self::assertTrue(ExpectedPower::feedsBack($loop(6.0), 'T2'));
        self::assertFalse(ExpectedPower::feedsBack($loop(5.9), 'T2'));
        self::assertFalse(ExpectedPower::feedsBack($loop(null), 'T2'), 'a loop that nobody can say anything of');
        self::assertFalse(ExpectedPower::feedsBack($loop(20.0, 'T3'), 'T2'), 'the other channel’s');
    }

    public function testPlateCurvesAreOfTheStageAsItIsDriven(): void
    {
        [$outputs, $circuit] = self::outputs('wren-15', 'T2');
        $power = ExpectedPower::asked(new PowerAsked($outputs, false), $circuit->fitted, $circuit->working, ShippedTubes::catalogue());
        self::assertNotNull($power);
        self::assertSame(0.0, $power->curves[0]['gridVolts']);
        [, $crest] = $power->paths['V3'][\count($power->paths['V3']) - 1];
        $volts = $power->paths['V3'][\count($power->paths['V3']) - 1][0];
        // At the crest the grid is at its cathode: the path ends on the uppermost curve.
        $curve = $power->curves[0]['points'];
        $above = array_values(array_filter($curve, static fn (array $p): bool => $p[0] >= $volts))[0];
        $below = array_values(array_filter($curve, static fn (array $p): bool => $p[0] < $volts));
        $below = $below[\count($below) - 1];
        self::assertEqualsWithDelta($below[1] + ($volts - $below[0]) / ($above[0] - $below[0]) * ($above[1] - $below[1]), $crest, 0.1 * $crest);
        foreach ($power->curves as $n => $each) {
            self::assertSame(0.0, $each['points'][0][1], 'nothing flows without volts at the plate');
            self::assertLessThan(0 === $n ? \INF : $power->curves[$n - 1]['gridVolts'], $each['gridVolts']);
        }
    }

    /**
     * @param (\Closure(AsFitted): AsFitted)|null $changed
     *
     * @return array{non-empty-array<string, DrawnOutput>, CircuitAtWork}
     */
    private static function outputs(string $name, string $stage, ?\Closure $changed = null): array
    {
        $sheet = FakeUnit::demo($name)->sheet();
        $drawn = $sheet?->circuit;
        if (null === $sheet || null === $drawn) {
            throw new \LogicException('a circuit');
        }
        $fitted = AsFitted::drawn($drawn->netlist);
        $circuit = CircuitAtWork::of($sheet, $drawn, null === $changed ? $fitted : $changed($fitted), ShippedTubes::catalogue());
        $outputs = array_filter(DrawnOutputs::of($circuit, DrawnTubes::of($circuit)), static fn (DrawnOutput $o): bool => $o->stage === $stage);

        return [] === $outputs ? throw new \LogicException('outputs') : [$outputs, $circuit];
    }
}
