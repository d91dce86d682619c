<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Entry;
use Yew\Core\Job\UnitState;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Sheet\TestPoint;

/** What a unit's tape folds to, and that it survives being written down (contract §4, §7). */
final class UnitStateTest extends TestCase
{
    private const MAINS = ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]];

    public function testEverythingThatWasFoldedSurvivesACheckpoint(): void
    {
        $tape = $this->worked();
        $kept = UnitState::fromArray(self::stored($tape->state), $tape->unit->stations()->tests);
        self::assertEquals($tape->state->toArray(), $kept->toArray());
        self::assertEquals($tape->state, $kept);
        foreach (['readings', 'fitted', 'unchecked', 'overrides', 'ramps', 'closeOut', 'conditionsId', 'warmSince', 'biasTargets'] as $member) {
            self::assertNotEquals(UnitState::start(0.0)->{$member}, $kept->{$member}, $member.' is in it');
        }
    }

    public function testWhatComesAfterACheckpointFoldsAsOnTheWholeTape(): void
    {
        $tape = $this->worked();
        $again = clone $tape;
        $again->state = UnitState::fromArray(self::stored($tape->state), $tape->unit->stations()->tests);
        foreach ([$tape, $again] as $one) {
            $one->taken('reading', ['place' => 'B', 'function' => 'dc-volts', 'text' => '431'])->off()->discharged()->taken('as-fitted', ['text' => 'R14 new']);
        }
        self::assertEquals($tape->state, $again->state);
        self::assertTrue($again->state->record->isRenewed('R14'));
    }

    public function testAFoldChangesNoEarlierState(): void
    {
        $tape = UnitTape::in(ChassisState::Energised);
        $before = $tape->state;
        $was = $before->toArray();
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '440'])->taken('finding', ['place' => 'C2', 'what' => 'leaking', 'severity' => 'out'])->taken('conditions', self::MAINS)->off();
        self::assertEquals($was, $before->toArray());
    }

    public function testTwelveReadingsOfAPointAreKeptAndTheWorstAmongThem(): void
    {
        $state = UnitState::start(0.0);
        $judged = static fn (string $id, string $verdict): TakenReading => new TakenReading($id, 'A', MeterFunction::DcVolts, '435', ReadingKind::Value, 435.0, 1.0, [], null, Conditions::unknown(), ChassisState::Energised, null, 0.0, 'pa', ['verdict' => $verdict], null, 0);
        $kept = static fn (): array => array_map(static fn (TakenReading $r): string => $r->entryId, $state->readings[self::volts('A')]);
        $state->read($judged('worst', 'out'));
        for ($i = 1; $i < 12; ++$i) {
            $state->read($judged('r'.$i, 'within'));
        }
        self::assertSame(['worst', 'r1', 'r2', 'r3', 'r4', 'r5', 'r6', 'r7', 'r8', 'r9', 'r10', 'r11'], $kept());
        $state->read($judged('r12', 'watch'));
        self::assertSame(['worst', 'r2', 'r3', 'r4', 'r5', 'r6', 'r7', 'r8', 'r9', 'r10', 'r11', 'r12'], $kept(), 'the worst is not the one that goes');
        $state->read($judged('as bad', 'out'));
        self::assertSame(['r2', 'r3', 'r4', 'r5', 'r6', 'r7', 'r8', 'r9', 'r10', 'r11', 'r12', 'as bad'], $kept(), 'until another is as bad');
    }

    public function testAMainsCorrectionReachesTheReadingsOfItsSpanOnly(): void
    {
        $tape = UnitTape::in(ChassisState::Energised)->taken('conditions', self::MAINS);
        $times = [];
        foreach (['A', 'B', 'C'] as $place) {
            $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => '400']);
            $times[] = $tape->now;
        }
        $moment = static fn (float $at): string => gmdate('Y-m-d\TH:i:s\Z', (int) $at);
        $tape->taken('correction', ['span' => ['from' => $moment($times[1]), 'to' => $moment($times[1]), 'inletVolts' => 121.0], 'reason' => 'read the wrong scale']);
        self::assertSame([117.0, 121.0, 117.0], array_map(static fn (string $p): ?float => self::at($tape, $p)?->conditions->mainsVolts(), ['A', 'B', 'C']));
        $tape->taken('correction', ['span' => ['from' => $moment($times[1]), 'inletVolts' => 119.0], 'reason' => 'since then']);
        self::assertSame([117.0, 119.0, 119.0], array_map(static fn (string $p): ?float => self::at($tape, $p)?->conditions->mainsVolts(), ['A', 'B', 'C']));
    }

    public function testADeviationIsLetStandByItsReading(): void
    {
        $tape = UnitTape::in(ChassisState::Energised)->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '400']);
        $first = $tape->last();
        $tape->taken('reading', ['place' => 'B', 'function' => 'dc-volts', 'text' => '400'])->taken('accept', ['reading' => $first, 'reason' => 'sagging mains']);
        self::assertSame('sagging mains', self::at($tape, 'A')?->accepted);
        self::assertNull(self::at($tape, 'B')?->accepted);
    }

    public function testWarmUpCountsFromPowerAndEndsWithIt(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        self::assertNull($tape->state->warmSince);
        $tape->ramped();
        self::assertSame($tape->now, $tape->state->warmSince);
        $since = $tape->now;
        $tape->taken('conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]])->taken('conditions', ['facts' => ['inletVolts' => ['value' => 118.0, 'how' => 'measured']]]);
        self::assertEqualsWithDelta($since, $tape->state->warmSince, 1e-9, 'one volt heats nothing anew');
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '440']);
        self::assertEqualsWithDelta(3.0, self::at($tape, 'A')?->warmMinutes, 1e-9);
        $tape->off();
        self::assertNull($tape->state->warmSince);
    }

    public function testWhatWasTakenBackCountsNowhere(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $said = $tape->reads('finding', ['place' => 'C2', 'what' => 'leaking', 'severity' => 'out']);
        $entry = new Entry('x', $said, $tape->now + 5, $tape->now + 5, 'pa');
        self::assertCount(1, $tape->state->after($entry, $tape->bench()->islands())->record->findings());
        $without = $tape->state->after($entry, $tape->bench()->islands(), true);
        self::assertCount(0, $without->record->findings());
        self::assertSame($tape->now + 5, $without->lastObserved, 'it was said all the same');
    }

    public function testAnEntryThatThisVersionCannotReadStopsNothing(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $after = $tape->state->after(new Entry('x', null, $tape->now + 5, $tape->now + 5, 'pa'), $tape->bench()->islands());
        self::assertSame(ChassisState::Dead, $after->chassis->state);
        self::assertSame($tape->now + 5, $after->lastObserved);
    }

    public function testATestedPartIsNoLongerLeftAloneAndANewOneIsUntested(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $tape->taken('left-alone', ['station' => 'resistors', 'part' => 'R14', 'reason' => 'buried'], 5.0)->taken('left-alone', ['station' => 'resistors', 'part' => 'R15', 'reason' => 'buried'], 5.0);
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '13k'], 5.0);
        self::assertSame(['resistors R15'], array_keys($tape->state->record->leftAlone()));
        self::assertSame(1, self::taken($tape, 'R14'));
        $tape->taken('as-fitted', ['text' => 'R14 new'], 5.0);
        self::assertSame(0, self::taken($tape, 'R14'), 'that was the old one');
        self::assertSame(['R14'], $tape->state->record->parts());
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.1k'], 5.0);
        self::assertSame(1, self::taken($tape, 'R14'));
    }

    /** How many tests of a part are of the one that is in now. */
    private static function taken(UnitTape $tape, string $part): int
    {
        return \count($tape->state->record->tests()->of($part)->all);
    }

    private static function volts(string $place): string
    {
        return TestPoint::keyOf($place, MeterFunction::DcVolts);
    }

    private static function at(UnitTape $tape, string $place): ?TakenReading
    {
        return $tape->state->latest(self::volts($place));
    }

    /** A job with something in every member of its state. */
    private function worked(): UnitTape
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        $tape->taken('trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '13k'], 5.0)->taken('as-fitted', ['text' => 'R15 new'], 5.0);
        $tape->taken('trial', ['test' => 'polarity', 'part' => 'C2', 'text' => 'reversed'], 5.0)->taken('left-alone', ['station' => 'iron', 'part' => 'T1', 'reason' => 'sealed'], 5.0);
        $tape->taken('finding', ['place' => 'C2', 'what' => 'leaking', 'severity' => 'out', 'photos' => ['p1']], 5.0)->taken('photo', ['photoId' => 'p1', 'caption' => 'C2', 'pins' => [['x' => 0.25, 'y' => 0.5, 'says' => 'here']]], 5.0);
        $tape->taken('conditions', self::MAINS, 5.0)->readyForPower();
        $tape->taken('state-change', $tape->powerOn('owner'), 5.0);
        $tape->state->unchecked = ['fuse']; // of an earlier version’s tape
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '440', 'tapped' => ['440', '431']]);
        $reading = $tape->last();
        $tape->taken('bias-target', ['stage' => 'T2', 'school' => 'owner', 'lowPercent' => 50, 'highPercent' => 60, 'reason' => 'cool'], 0.0);
        $tape->taken('accept', ['reading' => $reading, 'reason' => 'old socket'])->taken('close-out', ['outcome' => 'returned', 'found' => 'a dry joint']);

        return $tape;
    }

    /** @return array<string, mixed> as the database gives it back */
    private static function stored(UnitState $state): array
    {
        $data = json_decode(json_encode($state->toArray(), \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION), true, 512, \JSON_THROW_ON_ERROR);
        $named = Fields::named($data);
        ksort($named); // a database keeps no order of names

        return $named;
    }
}
