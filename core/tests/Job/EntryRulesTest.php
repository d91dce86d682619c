<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Job\Entry;
use Yew\Core\Power\Gate;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Safety\EarlierGates;

/** What each kind of entry is refused for, on both sides (SAFE-1, SAFE-1a, SAFE-2, SAFE-4, SAFE-6). */
final class EntryRulesTest extends TestCase
{
    private const READING = ['place' => 'V1.1', 'function' => 'dc-volts', 'text' => '180.0'];
    private const FINDING = ['place' => 'C1', 'what' => 'leaking', 'severity' => 'out'];
    private const LEAD = ['name' => 'L1', 'colour' => 'blue', 'from' => 'T2', 'to' => 'V4.3', 'does' => 'plate', 'certainty' => 'seen'];
    private const PROOF = ['text' => '0.4', 'meterId' => 'no-1'];

    /** @return iterable<string, array{string, array<string, mixed>, list<ChassisState>, string}> kind, payload, states that take it, code where it is not */
    public static function byState(): iterable
    {
        [$dead, $driven, $ramping, $on, $off] = [ChassisState::Dead, ChassisState::Driven, ChassisState::Ramping, ChassisState::Energised, ChassisState::Discharging];
        $all = ChassisState::cases();
        yield 'DC volts' => ['reading', self::READING, [$driven, $ramping, $on, $off], 'state'];
        yield 'AC volts' => ['reading', ['function' => 'ac-volts', 'text' => '6.30'] + self::READING, [$driven, $ramping, $on], 'state'];
        yield 'amperes' => ['reading', ['function' => 'dc-amperes', 'text' => '1.2m'] + self::READING, [$driven, $ramping, $on], 'state'];
        yield 'ohms at a point' => ['reading', ['function' => 'ohms', 'text' => '1.5k'] + self::READING, [$dead], 'state'];
        yield 'a resistor' => ['trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '10.2k'], [$dead], 'trial-state'];
        yield 'a part replaced' => ['as-fitted', ['text' => 'C2 new'], [$dead], 'parts-only-when-dead'];
        yield 'driving' => ['state-change', ['to' => 'driven', 'gates' => ['isolated-source' => 'yes', 'output-tubes-out' => 'yes']], [$dead], 'transition'];
        yield 'off' => ['state-change', ['to' => 'discharging'], [$driven, $ramping, $on], 'transition'];
        yield 'dead is proved, never said' => ['state-change', ['to' => 'dead'], [], 'transition'];
        yield 'mains' => ['conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]], $all, ''];
        yield 'a meter set' => ['meter-set', ['meterId' => 'no-1', 'function' => 'dc-volts', 'jackSeen' => true], [$dead], 'meter-only-when-dead'];
        yield 'a meter taken away' => ['meter-set', ['meterId' => 'no-1'], $all, ''];
        yield 'a stop seen' => ['stop', ['recordingId' => 'r'] + self::READING, [$driven, $ramping, $on, $off], 'state'];
        yield 'a finding' => ['finding', self::FINDING, $all, ''];
        yield 'a note' => ['note', ['text' => 'warm day'], $all, ''];
        yield 'a way of powering up' => ['power-choice', ['method' => 'variac-lamp'], [$dead, $driven, $off], 'choice-under-power'];
        yield 'a close-out' => ['close-out', ['outcome' => 'repaired'], $all, ''];
    }

    /**
     * @param array<string, mixed> $payload
     * @param list<ChassisState>   $takenIn
     */
    #[DataProvider('byState')]
    public function testWhatEachStateTakes(string $kind, array $payload, array $takenIn, string $code): void
    {
        foreach (ChassisState::cases() as $state) {
            self::assertSame(\in_array($state, $takenIn, true) ? null : $code, UnitTape::in($state)->says($kind, $payload)?->code, $kind.' '.$state->value);
        }
    }

    /** @return iterable<string, array{string, array<string, mixed>, bool}> */
    public static function duringStop(): iterable
    {
        yield 'off' => ['state-change', ['to' => 'discharging'], true];
        yield 'full power' => ['state-change', ['to' => 'energised'], false];
        yield 'a finding' => ['finding', self::FINDING, true];
        yield 'a note' => ['note', ['text' => 'it smokes'], true];
        yield 'a photo' => ['photo', ['photoId' => 'p'], true];
        yield 'a correction' => ['correction', ['corrects' => 'e7', 'reason' => 'slip'], true];
        yield 'put away' => ['shelf-move', ['to' => 'parts'], true];
        yield 'a report' => ['report-issued', ['sha256' => 'x'], true];
        yield 'a reading' => ['reading', self::READING, false];
        yield 'conditions' => ['conditions', ['facts' => ['inletVolts' => ['value' => 110.0, 'how' => 'measured']]], false];
        yield 'a part' => ['as-fitted', ['text' => 'C2 new'], false];
        yield 'a test' => ['trial', ['test' => 'resistor', 'part' => 'R14', 'text' => '1M'], false];
        yield 'let stand' => ['accept', ['reading' => 'e7', 'reason' => 'old'], false];
        yield 'close-out' => ['close-out', ['outcome' => 'repaired'], false];
        yield 'a sum that was agreed to' => ['agreed-sum', ['limitMinor' => 8000, 'beyond' => 'call'], true];
        yield 'another sheet' => ['sheet-chosen', ['sheetVersionId' => 'lantern'], false];
        yield 'a lead off' => ['lead', self::LEAD, false];
        yield 'a cause' => ['cause', ['text' => 'tired can', 'certainty' => 'suspected'], false];
        yield 'left for later' => ['open-end', ['sort' => 'stopgap', 'text' => 'a fuse of another make'], false];
        yield 'closed' => ['open-end-closed', ['end' => 'e1', 'how' => 'done'], false];
        yield 'why it is another' => ['modification', ['part' => 'R14', 'why' => 'w', 'undo' => 'u', 'agreed' => 'a'], false];
        yield 'work without a yes' => ['work-order', ['part' => 'R14', 'why' => 'said on the telephone'], false];
        yield 'the clock' => ['clock', ['to' => 'stand'], true];
        yield 'a meter set' => ['meter-set', ['meterId' => 'no-1', 'function' => 'dc-volts', 'jackSeen' => true], false];
        yield 'another stop' => ['stop', ['recordingId' => 'r'] + self::READING, false];
        yield 'another way of powering up' => ['power-choice', ['method' => 'lamp'], false];
        yield 'another bias target' => ['bias-target', ['stage' => 'T2', 'school' => 'shop'], false];
        yield 'left alone' => ['left-alone', ['station' => 'iron', 'part' => 'T1', 'reason' => 'sealed'], false];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('duringStop')]
    public function testWhatABrokenStopRuleLocks(string $kind, array $payload, bool $taken): void
    {
        $tape = $this->stopped();
        self::assertSame($taken, 'after-stop' !== $tape->says($kind, $payload)?->code, $kind);
        self::assertSame($taken, $tape->reads($kind, $payload)->isTakenDuringStop());
    }

    public function testEveryKindIsAskedWhetherAStopLocksIt(): void
    {
        $asked = array_unique(array_column(iterator_to_array(self::duringStop()), 0));
        $without = ['book-in', 'discharge-proof', 'estimate-sent', 'estimate-answered', 'estimate-withdrawn', 'parts-ordered', 'parts-arrived', 'promised']; // the server's own, and the one below
        self::assertEqualsCanonicalizing($this->stopped()->unit->kinds()->names(), [...$asked, ...$without]);
    }

    public function testAStopEndsOnceItIsOffAndHasACause(): void
    {
        $tape = $this->stopped();
        $tape->off()->refused('after-stop', 'conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]]);
        $tape->discharged()->refused('after-stop', 'state-change', $tape->powerOn());
        self::assertNotNull($tape->state->stop);
        $tape->taken('finding', ['place' => 'R12', 'what' => 'open', 'severity' => 'out']);
        self::assertNull($tape->state->stop);
    }

    /** @return iterable<string, array{string, array<string, mixed>, bool}> what is refused on a proved chassis, and whether the proofs end by it */
    public static function againstProofs(): iterable
    {
        yield 'volts on what is thought dead' => ['reading', self::READING, true];
        yield 'little of it' => ['reading', ['text' => '9.9', 'meterId' => 'no-1'] + self::READING, false];
        yield 'as much as counts' => ['reading', ['text' => '10.0', 'meterId' => 'no-1'] + self::READING, true];
        yield 'overload' => ['reading', ['text' => 'OL'] + self::READING, true];
        yield 'AC of a bulb tester' => ['reading', ['text' => '6.3', 'function' => 'ac-volts'] + self::READING, false];
        yield 'a step that leaves one out' => ['state-change', ['to' => 'energised'], true];
        yield 'off while it is off' => ['state-change', ['to' => 'discharging'], false];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('againstProofs')]
    public function testWhatIsRefusedMayStillSpeakAgainstTheProofs(string $kind, array $payload, bool $ends): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        self::assertNotNull($tape->says($kind, $payload));
        self::assertSame($ends ? ChassisState::Discharging : ChassisState::Dead, $tape->state->chassis->state);
    }

    public function testAProofIsReadWhileItDischargesOrIsDead(): void
    {
        foreach (ChassisState::cases() as $state) {
            $tape = UnitTape::in($state);
            $code = \in_array($state, [ChassisState::Dead, ChassisState::Discharging], true) ? null : 'proof-needs-discharging';
            self::assertSame($code, $tape->says('discharge-proof', ['island' => $tape->bench()->islands()[0]] + self::PROOF)?->code, $state->value);
        }
        UnitTape::in(ChassisState::Discharging)->refused('no-such-island', 'discharge-proof', ['island' => 'nowhere'] + self::PROOF);
    }

    public function testAFigureBeyondTheMeterWasNotReadOffIt(): void
    {
        $volts = static fn (string $text): array => ['text' => $text, 'meterId' => 'no-1'] + self::READING;
        UnitTape::in(ChassisState::Energised)->taken('reading', $volts('1000.0'))->refused('beyond-meter', 'reading', $volts('1000.1'))->taken('reading', $volts('>1000'))->taken('reading', $volts('OL'));
        UnitTape::in(ChassisState::Energised)->taken('reading', ['text' => '1200'] + self::READING);
    }

    public function testAPlaceThatTheSheetLacksIsMeantOrRefused(): void
    {
        $tape = UnitTape::in(ChassisState::Energised);
        $tape->refused('no-such-place', 'reading', ['place' => 'V9.1'] + self::READING)->taken('reading', ['place' => 'V9.1', 'placeAnswer' => 'as-typed'] + self::READING);
        UnitTape::in(ChassisState::Energised, FakeUnit::withoutSheet())->taken('reading', ['place' => 'V9.1'] + self::READING);
    }

    public function testDrivingNeedsAnIsolatedSourceAndNoOutputTube(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $drive = static fn (string $source, string $out): array => ['to' => 'driven', 'gates' => ['isolated-source' => $source, 'output-tubes-out' => $out]];
        $out = static fn (string ...$tubes): array => ['facts' => ['tubes' => ['value' => array_fill_keys($tubes, 'out'), 'how' => 'measured']]];
        foreach ([['no', 'yes'], ['yes', 'no'], ['yes', 'not-sent']] as [$source, $pulled]) {
            UnitTape::in(ChassisState::Dead)->refused('gates-open', 'state-change', $drive($source, $pulled));
        }
        $all = array_values(array_map(static fn ($t): string => $t->position, array_filter($tape->unit->sheet()->tubes ?? [], static fn ($t): bool => $t->output)));
        self::assertCount(2, $all);
        $tape->taken('conditions', $out($all[0]))->refused('driven-tubes-in', 'state-change', $drive('yes', 'yes'));
        UnitTape::in(ChassisState::Dead)->taken('conditions', $out(...$all))->taken('state-change', $drive('yes', 'yes'));
    }

    public function testTubesArePulledOnADeadChassisOnly(): void
    {
        $fitted = static fn (mixed $tube): array => ['facts' => ['tubes' => ['value' => ['V5' => $tube], 'how' => 'measured']]];
        $unknown = ['facts' => ['tubes' => ['value' => null, 'how' => 'unknown']]];
        $tube = ['type' => '6L6GC', 'tubeId' => null];
        foreach ([$fitted('out'), $fitted(['type' => '5881', 'tubeId' => null]), $unknown] as $other) {
            UnitTape::in(ChassisState::Dead)->taken('conditions', $fitted($tube))->taken('conditions', $other);
            UnitTape::in(ChassisState::Dead)->taken('conditions', $fitted($tube))->ramped()->refused('tubes-only-when-dead', 'conditions', $other);
        }
        UnitTape::in(ChassisState::Energised)->taken('conditions', $fitted($tube))->taken('conditions', $fitted($tube));
    }

    public function testABleederComesOffBeforePower(): void
    {
        $clipped = ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'node' => 'A', 'ohms' => 2200.0], 'how' => 'measured']]];
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet());
        $tape->taken('conditions', $clipped);
        self::assertNotNull($tape->state->chassis->bleederOn);
        $power = static fn (string $off): array => ['gates' => ['volumes' => 'yes', 'bleeder-off' => $off]] + $tape->powerOn();
        $tape->readyForPower()->refused('bleeder-on', 'state-change', $power('no'));
        $tape->discharged()->taken('state-change', $power('yes'));
        self::assertNull($tape->state->chassis->bleederOn);
        self::assertNull($tape->state->conditions->bleeder());
        // On a sheet it is clipped to a bank, or to nothing that holds charge.
        UnitTape::in(ChassisState::Dead)->refused('bleeder-nowhere', 'conditions', ['facts' => ['bleeder' => ['value' => ['clipped' => true, 'node' => 'nowhere', 'ohms' => 2200.0], 'how' => 'measured']]]);
    }

    public function testPowerAgainstWhatTheRecordKnowsNeedsAReason(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true));
        $tape->taken('trial', ['test' => 'polarity', 'part' => 'C2', 'text' => 'reversed'], 5.0);
        self::assertContains('C2', array_map(static fn ($h): string => $h->part, $tape->bench()->hazards()));
        $tape->readyForPower();
        $power = $tape->powerOn();
        $blank = clone $tape;
        foreach ([['gate-shut-owner', ['overrides' => ['polarity' => '  '] + $power['overrides'], 'role' => 'owner']], ['gate-shut-owner', ['role' => 'technician']], ['gate-shut-technician', ['role' => 'onlooker']], ['gate-shut-technician', ['overrides' => []]]] as [$code, $not]) {
            $blank->refused($code, 'state-change', $not + $power);
            $blank->discharged();
        }
        self::assertSame([], $blank->state->overrides);
        $tape->taken('state-change', ['overrides' => ['polarity' => 'lifted for this test'] + $power['overrides'], 'role' => 'owner'] + $power);
        $gone = array_values(array_filter($tape->state->overrides[0]->gates, static fn (Gate $g): bool => 'polarity' === $g->id));
        self::assertSame([['lifted for this test', 'owner']], array_map(static fn (Gate $g): array => [$g->reason, $tape->state->overrides[0]->role], $gone));
    }

    /** Tapes of earlier versions say what was not checked, and fold as before. */
    public function testGatesThatEarlierVersionsLeftUncheckedAreRemembered(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $said = $tape->unit->kinds()->find('state-change')?->kept(['to' => 'ramping', 'gates' => ['fuse' => 'no'] + array_fill_keys(array_diff(EarlierGates::BEFORE_RAMPING, ['load']), 'yes')]);
        self::assertSame(['fuse', 'load'], $tape->state->after(new Entry('old', $said, $tape->now, $tape->now, 'pa'), $tape->bench()->islands())->unchecked);
        self::assertSame([], UnitTape::in(ChassisState::Ramping)->state->unchecked);
    }

    public function testWhatPointsAtAnotherEntryPointsAtOneThatCounts(): void
    {
        $tape = UnitTape::in(ChassisState::Energised)->taken('reading', self::READING);
        $tape->unit->has('refused', 'reading', true);
        $tape->unit->has('elsewhere', 'reading', false, 'another unit');
        $tape->unit->has('ended', 'close-out');
        foreach (['refused', 'elsewhere', 'ended', 'unknown'] as $id) {
            $tape->refused('nothing-to-correct', 'accept', ['reading' => $id, 'reason' => 'x']);
            $tape->refused('nothing-to-correct', 'correction', ['corrects' => $id, 'reason' => 'x']);
        }
        $tape->refused('nothing-to-correct', 'correction', ['reason' => 'x']);
        $tape->unit->has('seen', 'finding');
        $tape->refused('nothing-to-correct', 'accept', ['reading' => 'seen', 'reason' => 'x'])->taken('correction', ['corrects' => 'seen', 'reason' => 'x']);
    }

    public function testALeftPartIsOfAStationThatThereIs(): void
    {
        $left = static fn (string $station): array => ['station' => $station, 'part' => 'T1', 'reason' => 'sealed'];
        $tape = UnitTape::in(ChassisState::Dead)->refused('no-such-station', 'left-alone', $left('cellar'))->taken('left-alone', $left('iron'));
        self::assertSame(['iron T1' => 'sealed'], $tape->state->record->leftAlone());
    }

    public function testWhatIsNoFigureIsNotRead(): void
    {
        $this->expectException(CannotRead::class);
        UnitTape::in(ChassisState::Energised)->reads('reading', ['text' => 'about ten'] + self::READING);
    }

    public function testAnUnknownTestIsNotReadAsAnother(): void
    {
        $this->expectException(BadData::class);
        UnitTape::in(ChassisState::Dead)->reads('trial', ['test' => 'divination', 'part' => 'R14', 'text' => '1k']);
    }

    /** Energised, with a reading that broke a stop rule. */
    private function stopped(): UnitTape
    {
        $tape = UnitTape::in(ChassisState::Energised);
        $tape->taken('conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]]);
        $output = array_values(array_filter($tape->unit->sheet()->tubes ?? [], static fn ($t): bool => $t->output))[0];
        $tape->taken('reading', ['place' => $output->position.'.5', 'function' => 'dc-volts', 'text' => '12.0', 'meterId' => 'no-1']);
        self::assertNotNull($tape->state->stop, 'a grid that stands positive is a stop');

        return $tape;
    }
}
