<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Station;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Iron\IronStation;
use Yew\Core\Job\Entry\NoteKind;
use Yew\Core\Job\EntryKinds;
use Yew\Core\Job\PlaceStates;
use Yew\Core\Look\LookStation;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Station\Item;
use Yew\Core\Station\Practice;
use Yew\Core\Station\Stations;
use Yew\Core\Station\StationSummary;
use Yew\Core\Test\TestCatalogue;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** What the stations make of one unit together: order, summaries, where the work goes on, how each place stands. */
final class BenchTest extends TestCase
{
    public function testStationsStandInTheOrderOfTheWorkWhateverTheyAreHandedInAs(): void
    {
        $order = array_keys(FakeUnit::lantern()->stations()->all());
        self::assertSame('look', $order[0]);
        self::assertSame(['voltages', 'bias'], \array_slice($order, -2));
        self::assertSame($order, array_keys((new Stations(array_reverse(FakeUnit::lantern()->stations()->all())))->all()));
    }

    public function testTwoOfOneNameAreRefused(): void
    {
        foreach ([static fn () => new Stations([new LookStation(), new IronStation(), new LookStation()]), static fn () => new EntryKinds([new NoteKind(), new NoteKind()]), static fn () => new TestCatalogue(ResistorTestKind::Resistor, ResistorTestKind::Resistor)] as $twice) {
            try {
                $twice();
                self::fail('taken twice');
            } catch (\LogicException) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testEveryTestHasOneHomeAndAnUnknownOneNone(): void
    {
        $stations = FakeUnit::lantern()->stations();
        foreach ($stations->all() as $id => $station) {
            foreach ($station->tests() as $kind) {
                self::assertSame($id, $stations->of($kind)->id());
                self::assertSame($kind, $stations->tests->get($kind->name()));
            }
        }
        self::assertNull($stations->tests->find('divination'));
        $this->expectException(BadData::class);
        $stations->tests->get('divination');
    }

    public function testTheWorkGoesOnWhereSomethingCanBeDone(): void
    {
        self::assertSame('look', UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true))->bench()->proposed());
        foreach ([ChassisState::Ramping, ChassisState::Energised] as $state) {
            self::assertSame('voltages', UnitTape::in($state, FakeUnit::lantern(true))->bench()->proposed(), $state->value);
        }
        // With all of the look left alone it goes on at the next station.
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        foreach ($tape->bench()->board('look')->items as $item) {
            $tape->taken('left-alone', ['station' => 'look', 'part' => $item->part, 'reason' => 'later'], 1.0);
        }
        self::assertNotSame('look', $tape->bench()->proposed());
        self::assertTrue($this->summary($tape, 'look')->isDone());
    }

    public function testAStationIsDoneWhenEveryItemIsAnsweredOrLeftAlone(): void
    {
        $of = static fn (int $total, int $done, int $left): bool => (new StationSummary('x', $total, $done, [], $left))->isDone();
        self::assertTrue($of(3, 3, 0));
        self::assertTrue($of(3, 2, 1));
        self::assertFalse($of(3, 2, 0));
        self::assertFalse($of(0, 0, 0), 'nothing to do is not done');
    }

    public function testWhatIsAnsweredAndLeftAloneCountsOnce(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        $asked = array_values(array_filter($tape->bench()->board('resistors')->items, static fn (Item $i): bool => $i->isAsked()));
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.2k'], 1.0);
        $before = $this->summary($tape, 'resistors');
        self::assertGreaterThan(0, $before->done);
        $tape->taken('left-alone', ['station' => 'resistors', 'part' => 'R14', 'reason' => 'answered already'], 1.0);
        self::assertEquals($before, $this->summary($tape, 'resistors'), 'an answered item');
        // What nobody asks for, left alone, answers for nothing that is asked for.
        $unasked = array_values(array_filter($tape->bench()->board('capacitors')->items, static fn (Item $i): bool => !$i->isAsked()));
        $summary = $this->summary($tape, 'capacitors');
        foreach ($unasked as $item) {
            $tape->taken('left-alone', ['station' => 'capacitors', 'part' => $item->part, 'reason' => 'no'], 1.0);
        }
        self::assertEquals($summary, $this->summary($tape, 'capacitors'));
        self::assertCount($before->total, $asked);
    }

    public function testBoardsAreWorkedOutOnce(): void
    {
        $bench = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true))->bench();
        self::assertSame($bench->board('iron'), $bench->board('iron'));
        self::assertSame($bench->board('iron'), $bench->boards()['iron']);
        self::assertSame(array_keys($bench->boards()), array_map(static fn (StationSummary $s): string => $s->station, $bench->summary()));
    }

    public function testWhatWasFoundDifferentIsNoReference(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        $tape->taken('as-fitted', ['text' => 'found R14 22k'], 1.0);
        $texts = static fn (FittedChanges $changes): array => array_map(static fn (FittedChange $c): string => $c->text, $changes->all);
        self::assertSame(['found R14 22k'], $texts($tape->bench()->fitted()));
        self::assertSame([], $texts($tape->bench()->made()));
        $tape->taken('as-fitted', ['text' => 'R15 12k'], 1.0);
        self::assertSame(['R15 12k'], $texts($tape->bench()->made()));
    }

    public function testHowEachPlaceStands(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.2k'], 1.0)->taken('trial', ['test' => 'resistor', 'part' => 'R15', 'text' => '19k'], 1.0);
        $tape->taken('left-alone', ['station' => 'resistors', 'part' => 'R16', 'reason' => 'buried'], 1.0)->taken('as-fitted', ['text' => 'C2 new'], 1.0);
        $states = PlaceStates::of($tape->bench());
        self::assertSame(['good', 'off', 'left', 'replaced', 'not-yet'], array_map(static fn (string $p): ?string => $states[$p] ?? null, ['R14', 'R15', 'R16', 'C2', 'C3']));
        // The section of a can goes with it, another value is another part, and a new part that is off is off.
        $tape->taken('as-fitted', ['text' => 'C1 new'], 1.0)->taken('as-fitted', ['text' => 'R15 12k'], 1.0)->taken('trial', ['test' => 'resistor', 'part' => 'R15', 'text' => '12.1k'], 1.0);
        $tape->taken('as-fitted', ['text' => 'R14 new'], 1.0)->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '19k'], 1.0);
        $states = PlaceStates::of($tape->bench());
        self::assertSame(['replaced', 'replaced', 'off'], array_map(static fn (string $p): ?string => $states[$p] ?? null, ['C1/a', 'R15', 'R14']));
    }

    public function testATestSaysWhatItBringsAndHowThePartStands(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        foreach (['10.2k' => 'within', '19k' => 'out'] as $text => $verdict) {
            $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => $text], 1.0);
            $item = $tape->bench()->board('resistors')->find('R14');
            self::assertInstanceOf(Item::class, $item);
            self::assertSame($verdict, $item->judged->verdict->value);
            self::assertCount(1, $item->gauges);
        }
    }

    private function summary(UnitTape $tape, string $station): StationSummary
    {
        $board = $tape->bench()->board($station);

        return $board->summary($tape->bench()->facts());
    }

    public function testTheMainsOfAPlaceIsOneThatSomePlaceHas(): void
    {
        self::assertSame([90.0, 260.0], [Practice::decode(['mainsVolts' => 90])->mainsVolts, Practice::decode(['mainsVolts' => 260])->mainsVolts]);
        foreach ([89.9, 260.1] as $volts) {
            try {
                Practice::decode(['mainsVolts' => $volts]);
                self::fail($volts.' V was taken');
            } catch (BadData $e) {
                self::assertSame('mainsVolts', $e->path);
            }
        }
    }
}
