<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Power\Authority;
use Yew\Core\Power\Gate;
use Yew\Core\Power\Gates;
use Yew\Core\Power\GateState;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Each gate before power on all its sides (SAFE-2a, SAFE-4, SAFE-4a, SAFE-4b, SAFE-5). */
final class GatesTest extends TestCase
{
    private static function dead(string $sheet = 'lantern-30'): UnitTape
    {
        return UnitTape::in(ChassisState::Dead, FakeUnit::demo($sheet));
    }

    /** @param array<string, string> $said */
    private static function gate(UnitTape $tape, string $id, array $said = []): Gate
    {
        foreach ($tape->bench()->gates($said) as $gate) {
            if ($gate->id === $id) {
                return $gate;
            }
        }
        self::fail('no gate '.$id);
    }

    /** @return array<string, mixed> */
    private static function trial(string $test, string $part, string $text, string $subject = ''): array
    {
        return ['test' => $test, 'part' => $part, 'text' => $text, ...('' === $subject ? [] : ['subject' => $subject])];
    }

    /**
     * @param array<string, mixed> $facts
     *
     * @return array<string, mixed>
     */
    private static function said(array $facts): array
    {
        return ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)];
    }

    /**
     * @param list<string> $out
     *
     * @return array<string, mixed>
     */
    private static function tubes(UnitTape $tape, array $out): array
    {
        return self::said(['tubes' => $tape->unit->tubesBut($out)]);
    }

    /** @return iterable<string, array{string, list<array{string, array<string, mixed>}>, GateState, string, Authority|null}> gate, what is on the tape, how it stands, why, who may go through */
    public static function gates(): iterable
    {
        [$met, $not, $unknown, $none] = [GateState::Met, GateState::NotMet, GateState::Unknown, GateState::DoesNotApply];
        $fuse = static fn (string $mark): array => ['trial', self::trial('fuse', 'F1', $mark)];
        yield 'no fuse was looked at' => ['fuse', [], $unknown, 'gate-fuse-not-looked-at', Authority::Nobody];
        yield 'a fuse as drawn' => ['fuse', [$fuse('T2A 250V')], $met, 'gate-fuse-fitted', null];
        yield 'no fuse' => ['fuse', [$fuse('none')], $not, 'fuse-missing', Authority::Nobody];
        yield 'a blown one' => ['fuse', [$fuse('blown')], $not, 'fuse-blown', Authority::Nobody];
        yield 'a bridged one' => ['fuse', [$fuse('bridged')], $not, 'fuse-bridged', Authority::Nobody];
        yield 'twice too big' => ['fuse', [$fuse('T5A 250V')], $not, 'fuse-too-big', Authority::Owner];
        yield 'bridged, then whole' => ['fuse', [$fuse('bridged'), $fuse('T2A 250V')], $met, 'gate-fuse-fitted', null];

        $safe = [['trial', self::trial('cord', 'mains', 'three-wire')], ['trial', self::trial('live-lead', 'mains', 'fuse-and-switch-live')], ['trial', self::trial('line-capacitor', 'mains', 'none')], ['trial', self::trial('earth-bond', 'mains', '0.2', 'cord')]];
        yield 'the mains was not tested' => ['earth', [], $unknown, 'gate-mains-not-tested', Authority::Technician];
        yield 'insulation is missing' => ['earth', $safe, $unknown, 'gate-mains-not-tested', Authority::Technician];
        yield 'an earth of more than a cord' => ['earth', [['trial', self::trial('earth-bond', 'mains', '0.21', 'cord')]], $not, 'earth-high', Authority::Owner];
        yield 'a two-wire cord' => ['earth', [['trial', self::trial('cord', 'mains', 'two-wire')]], $not, 'cord-two-wire', Authority::Owner];
        yield 'a capacitor that is not class Y' => ['earth', [['trial', self::trial('line-capacitor', 'mains', 'other')]], $not, 'line-capacitor-other', Authority::Owner];

        $ohms = static fn (string $text): array => ['trial', self::trial('supply-ohms', 'A', $text)];
        yield 'B+ was not measured' => ['short', [], $unknown, 'gate-supply-not-measured', Authority::Technician];
        yield 'a short' => ['short', [$ohms('999')], $not, 'supply-shorted', Authority::Owner];
        yield 'no short, and less than belongs' => ['short', [$ohms('1k')], $unknown, 'supply-low', Authority::Technician];
        yield 'half of what belongs' => ['short', [$ohms('110k')], $met, 'gate-supply-no-short', null];
        yield 'less than half' => ['short', [$ohms('109k')], $unknown, 'supply-low', Authority::Technician];
        yield 'beyond the meter' => ['short', [$ohms('>20M')], $met, 'gate-supply-no-short', null];
        yield 'a bound that leaves it open' => ['short', [$ohms('>50k')], $unknown, 'supply-bound', Authority::Technician];
        yield 'measured before a part was exchanged' => ['short', [$ohms('220k'), ['as-fitted', ['text' => 'C2 new']]], $unknown, 'gate-supply-not-measured', Authority::Technician];
        yield 'and after' => ['short', [['as-fitted', ['text' => 'C2 new']], $ohms('220k')], $met, 'gate-supply-no-short', null];
        yield 'a tube exchanged changes nothing of it' => ['short', [$ohms('220k'), ['as-fitted', ['text' => 'V4 6L6GC']]], $met, 'gate-supply-no-short', null];

        yield 'iron that nobody tested' => ['iron', [], $unknown, 'gate-iron-not-tested', Authority::Technician];
        yield 'nothing was fitted' => ['polarity', [], $none, 'gate-no-electrolytic-fitted', null];
        yield 'fitted, not looked at' => ['polarity', [['as-fitted', ['text' => 'C2 new']]], $unknown, 'gate-polarity-not-seen', Authority::Technician];
        yield 'looked at before it went in' => ['polarity', [['trial', self::trial('polarity', 'C2', 'right')], ['as-fitted', ['text' => 'C2 new']]], $unknown, 'gate-polarity-not-seen', Authority::Technician];
        yield 'looked at' => ['polarity', [['as-fitted', ['text' => 'C2 new']], ['trial', self::trial('polarity', 'C2', 'right')]], $met, 'gate-polarity-seen', null];
        yield 'reversed' => ['polarity', [['trial', self::trial('polarity', 'C2', 'reversed')]], $not, 'gate-polarity-reversed', Authority::Owner];

        $cap = static fn (string $part, string $text): array => ['trial', self::trial('capacitor', $part, $text)];
        yield 'bias parts not tested' => ['bias-supply', [$cap('C20', '47 0.8')], $unknown, 'gate-bias-part-not-tested', Authority::Technician];
        yield 'bias parts tested' => ['bias-supply', [$cap('C20', '47 0.8'), $cap('C21', '47 0.9')], $met, 'gate-bias-parts-seen', null];
        yield 'a bias part that is dead' => ['bias-supply', [$cap('C20', '4 30'), $cap('C21', '47 0.9')], $not, 'gate-bias-part-bad', Authority::Technician];

        yield 'tubes not said' => ['tubes', [], $unknown, 'gate-tubes-not-said', Authority::Technician];
        yield 'nobody said what is on the output' => ['load', [], $unknown, 'gate-load-not-said', Authority::Nobody];
        yield 'nothing on the output' => ['load', [['conditions', self::said(['load' => ['kind' => 'none']])]], $not, 'gate-load-none', Authority::Nobody];
        yield 'a load' => ['load', [['conditions', self::said(['load' => ['kind' => 'resistor', 'ohms' => 8.0]])]], $met, 'gate-load-on', null];
        yield 'output not measured' => ['output-continuity', [], $unknown, 'gate-output-not-measured', Authority::Technician];
        yield 'output continuous' => ['output-continuity', [['trial', self::trial('output-ohms', 'T2', '0.6')]], $met, 'gate-output-continuous', null];
        yield 'output open' => ['output-continuity', [['trial', self::trial('output-ohms', 'T2', 'OL')]], $not, 'output-open', Authority::Nobody];

        yield 'a lamp that nobody spoke of' => ['limiter', [], $unknown, 'gate-limiter-not-said-lamp', Authority::Technician];
        yield 'a lamp that is not in' => ['limiter', [['conditions', self::said(['limiters' => []])]], $not, 'gate-limiter-not-in-lamp', Authority::Technician];
        yield 'a lamp that is in' => ['limiter', [['conditions', self::said(['limiters' => [['kind' => 'lamp', 'watts' => 60.0]]])]], $met, 'gate-limiter-in', null];
        yield 'declined' => ['limiter', [['power-choice', ['method' => 'straight', 'reason' => 'good']], ['conditions', self::said(['limiters' => []])]], $met, 'gate-limiter-declined', null];
        yield 'no ammeter wanted' => ['ammeter', [], $none, 'gate-no-ammeter', null];
        yield 'an ammeter wanted' => ['ammeter', [['power-choice', ['method' => 'variac-ammeter']]], $unknown, 'gate-ammeter-not-said', Authority::Technician];
        $ammeter = ['conditions', self::said(['ammeter' => ['place' => 'centre-tap']])];
        yield 'an ammeter not read' => ['ammeter', [$ammeter], $unknown, 'gate-ammeter-not-read', Authority::Technician];
        yield 'an ammeter that conducts' => ['ammeter', [$ammeter, ['trial', self::trial('ammeter-ohms', 'ammeter', '50')]], $met, 'ammeter-continuous', null];
        yield 'an ammeter that does not' => ['ammeter', [$ammeter, ['trial', self::trial('ammeter-ohms', 'ammeter', '51')]], $not, 'ammeter-open', Authority::Technician];
        yield 'its fuse is blown' => ['ammeter', [$ammeter, ['trial', self::trial('ammeter-ohms', 'ammeter', 'OL')]], $not, 'ammeter-open', Authority::Technician];
        yield 'standby not said' => ['standby', [], $unknown, 'gate-standby-not-said', Authority::Technician];
        yield 'standby said' => ['standby', [['conditions', self::said(['standby' => 'play'])]], $met, 'gate-standby-said', null];
        yield 'no meter on it' => ['meters', [], $none, 'gate-no-meter-on', null];
        yield 'a meter that reaches' => ['meters', [['meter-set', ['meterId' => 'no-1', 'function' => 'dc-volts', 'leads' => 'clipped', 'place' => 'A', 'jackSeen' => true]]], $met, 'gate-meters-right', null];
        yield 'a meter in ohms' => ['meters', [['meter-set', ['meterId' => 'no-1', 'function' => 'ohms', 'leads' => 'clipped', 'place' => 'A', 'jackSeen' => true]]], $not, 'gate-meter-blocks', Authority::Nobody];
        yield 'no bleeder' => ['bleeder-off', [], $none, 'gate-no-bleeder', null];
        yield 'a bleeder' => ['bleeder-off', [['conditions', self::said(['bleeder' => ['clipped' => true, 'node' => 'A', 'ohms' => 2200.0]])]], $not, 'gate-bleeder-on', Authority::Nobody];
        yield 'volumes not said' => ['volumes', [], $unknown, 'gate-volumes-not-said', Authority::Technician];
        yield 'not looked over' => ['findings', [], $unknown, 'gate-not-looked-over', Authority::Technician];
        yield 'a hazard' => ['findings', [['finding', ['place' => 'C1', 'what' => 'leaking', 'severity' => 'danger']]], $not, 'gate-findings-open', Authority::Technician];
        yield 'with a circuit it has a transformer' => ['isolation', [], $none, 'gate-has-transformer', null];
        yield 'sockets, nobody said which tubes' => ['sockets', [], $unknown, 'gate-tubes-not-said', Authority::Technician];
    }

    /** @param list<array{string, array<string, mixed>}> $tape */
    #[DataProvider('gates')]
    public function testAGateStandsAsTheRecordHasIt(string $id, array $tape, GateState $state, string $code, ?Authority $authority): void
    {
        $unit = self::dead();
        foreach ($tape as [$kind, $payload]) {
            $unit->taken($kind, $payload, 1.0);
        }
        $gate = self::gate($unit, $id);
        self::assertSame([$state, $code], [$gate->state, $gate->code]);
        self::assertSame([$authority, null === $authority], [$gate->state->passes() ? null : $gate->authority, $gate->state->passes()]);
        self::assertEquals($gate, Gate::fromFields(Fields::of(json_decode(json_encode($gate->toArray(), \JSON_THROW_ON_ERROR), true))), 'as an entry keeps it');
    }

    public function testWhatOnlyAPersonCanSayIsSaidEachTime(): void
    {
        $tape = self::dead();
        self::assertSame(GateState::Met, self::gate($tape, 'volumes', ['volumes' => 'yes'])->state);
        self::assertSame(GateState::Unknown, self::gate($tape, 'volumes', ['volumes' => 'no'])->state);
        $tape->taken('conditions', self::said(['bleeder' => ['clipped' => true, 'node' => 'A', 'ohms' => 2200.0]]));
        self::assertSame(GateState::Met, self::gate($tape, 'bleeder-off', ['bleeder-off' => 'yes'])->state);
    }

    public function testWithTheOutputTubesOutNothingIsAskedOfTheOutput(): void
    {
        $tape = self::dead();
        $tape->taken('conditions', self::tubes($tape, ['V4', 'V5']));
        foreach (['load', 'output-continuity', 'sockets', 'decay', 'ammeter'] as $id) {
            self::assertSame([GateState::DoesNotApply, 'gate-no-output-tube-in'], [self::gate($tape, $id)->state, self::gate($tape, $id)->code], $id);
        }
        $tape->taken('conditions', self::tubes($tape, ['V4']));
        self::assertSame(['gate-socket-bias-not-tapped', 'V5'], [self::gate($tape, 'sockets')->code, self::gate($tape, 'sockets')->figures['position']], 'one is in');
        self::assertFalse(self::gate($tape, 'load')->state->passes());
    }

    /** SAFE-5: bias at every socket while its tube was out, tapped; then the tubes may see power. What was proved before something changed says nothing. */
    public function testAnOutputTubeSeesPowerOnceItsSocketIsProved(): void
    {
        $tape = self::dead();
        $tape->taken('conditions', self::tubes($tape, ['V1', 'V2', 'V3', 'V4', 'V5']))->taken('conditions', self::said(['meterId' => 'no-1']));
        $tape->ramped()->taken('conditions', self::said(['inletVolts' => 117.0, 'limiters' => []]));
        $volts = $tape->bench()->readings()->expectedUnder('V4.5', MeterFunction::DcVolts, $tape->state->conditions)->volts ?? self::fail();
        $bias = static fn (string $place, float $v): array => ['place' => $place, 'function' => 'dc-volts', 'text' => \sprintf('%.1f', $v), 'meterId' => 'no-1', 'tapped' => [\sprintf('%.1f', $v), \sprintf('%.1f', $v + 0.1)]];
        $tape->taken('reading', $bias('V4.5', $volts))->off()->discharged();
        $tape->taken('power-choice', ['method' => 'variac-lamp'])->taken('conditions', self::tubes($tape, ['V1', 'V2', 'V3']));
        self::assertSame(['gate-socket-bias-not-tapped', 'V5'], [self::gate($tape, 'sockets')->code, self::gate($tape, 'sockets')->figures['position']]);
        $tape->taken('power-choice', ['method' => 'straight', 'reason' => 'played here yesterday']);
        self::assertSame(['gate-known-good', 'played here yesterday'], [self::gate($tape, 'sockets')->code, self::gate($tape, 'sockets')->figures['reason']]);
        $tape->discharged()->taken('conditions', self::tubes($tape, ['V1', 'V2', 'V3', 'V4', 'V5']))->ramped()->taken('conditions', self::said(['inletVolts' => 117.0, 'limiters' => []]));
        $tape->taken('reading', ['tapped' => []] + $bias('V5.5', $volts))->taken('reading', $bias('V5.5', $volts))->off()->discharged();
        $tape->taken('power-choice', ['method' => 'variac-lamp'])->taken('conditions', self::tubes($tape, ['V1', 'V2', 'V3']));
        self::assertSame(GateState::Met, self::gate($tape, 'sockets')->state);
        $tape->discharged()->taken('as-fitted', ['text' => 'C20 new']);
        self::assertSame('gate-socket-bias-not-tapped', self::gate($tape, 'sockets')->code, 'another bias capacitor: proved anew');
    }

    /**
     * @phpstan-impure the tape goes on
     *
     * @return array{GateState, string, Authority}
     */
    private static function sockets(UnitTape $tape): array
    {
        $gate = self::gate($tape, 'sockets');

        return [$gate->state, $gate->code, $gate->authority];
    }

    /** SAFE-5, of a pair on a cathode resistor: what measured bad there, and a grid that is not quiet, are wrong and not merely unproved. */
    public function testACathodeBiasedSocketIsWrongWhereItsPartOrItsGridIs(): void
    {
        $wren = static fn (): UnitTape => UnitTape::in(ChassisState::Dead, FakeUnit::demo('wren-15'))->taken('power-choice', ['method' => 'variac-lamp']);
        $in = static fn (UnitTape $tape): UnitTape => $tape->taken('conditions', self::tubes($tape, ['V1', 'V2']));
        $tape = $in($wren());
        self::assertSame([GateState::Unknown, 'gate-socket-grid-not-read', Authority::Technician], self::sockets($tape));
        $tape->taken('trial', self::trial('resistor', 'R15', '131'));
        self::assertSame(GateState::Unknown, self::sockets($tape)[0], 'its resistor is right');
        $tape->taken('trial', ['lifted' => true] + self::trial('resistor', 'R15', '300'));
        self::assertSame([GateState::NotMet, 'gate-socket-cathode-part-bad', Authority::Owner], self::sockets($tape));
        $tape->taken('as-fitted', ['text' => 'R15 new']);
        self::assertSame(GateState::Unknown, self::sockets($tape)[0], 'another one is another one');
        foreach (['0.49' => GateState::Unknown, '0.5' => GateState::NotMet] as $volts => $state) {
            $tape = $wren();
            $tape->taken('conditions', self::tubes($tape, ['V1', 'V2', 'V3', 'V4']))->readyForPower();
            $tape->taken('state-change', $tape->powerOn('owner'))->taken('reading', ['place' => 'V3.2', 'function' => 'dc-volts', 'text' => $volts, 'meterId' => 'no-1']);
            $in($tape->off()->discharged()->taken('power-choice', ['method' => 'variac-lamp']));
            self::assertSame($state, self::sockets($tape)[0], $volts.' V at its grid: '.self::sockets($tape)[1]);
        }
    }

    public function testTheFirstShutGateKeepsPowerOffAndAReasonOpensNoMoreThanItsOwn(): void
    {
        $tape = self::dead();
        $gates = $tape->bench()->gates(['volumes' => 'yes']);
        self::assertSame('fuse', Gates::shut($gates)?->id);
        $reasons = array_fill_keys(array_map(static fn (Gate $g): string => $g->id, $gates), 'because');
        $open = static fn (string $role): array => array_map(static fn (Gate $g): string => $g->id, array_values(array_filter(Gates::overridden($gates, $reasons, $role), static fn (Gate $g): bool => !$g->state->passes())));
        self::assertSame(['fuse', 'load'], $open('technician'));
        self::assertSame(['fuse', 'load'], $open('owner'), 'some are absolute');
        self::assertContains('earth', $open('onlooker'));
        $earth = array_values(array_filter(Gates::overridden($gates, ['earth' => ' because '], 'technician'), static fn (Gate $g): bool => 'earth' === $g->id))[0];
        self::assertSame([GateState::Overridden, 'because'], [$earth->state, $earth->reason]);
        self::assertSame(GateState::Met, array_values(array_filter(Gates::overridden($gates, $reasons, 'owner'), static fn (Gate $g): bool => 'volumes' === $g->id))[0]->state, 'what is met needs no reason');
    }

    /** Where no circuit tells, what is not known is not met. */
    public function testWithoutASheetEverythingIsAskedFor(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet());
        $codes = [];
        foreach ($tape->bench()->gates() as $gate) {
            $codes[$gate->id] = $gate->code;
        }
        self::assertSame(['gate-transformer-not-seen', 'gate-bias-not-drawn', 'gate-bias-not-drawn', 'gate-standby-not-said', 'gate-supply-not-measured', 'gate-load-not-said'], [$codes['isolation'], $codes['bias-supply'], $codes['trims'], $codes['standby'], $codes['short'], $codes['load']]);
        $tape->taken('trial', self::trial('primary', 'mains', 'single'))->taken('trial', self::trial('supply-ohms', 'reservoir', '50k'));
        self::assertSame([GateState::Met, GateState::Met], [self::gate($tape, 'isolation')->state, self::gate($tape, 'short')->state]);
    }

    public function testATrimStandsAtItsColdestEndUntilTheBiasIsProved(): void
    {
        $tape = self::dead('teasel-50');
        self::assertSame('gate-trim-not-said', self::gate($tape, 'trims')->code);
        $tape->taken('trial', self::trial('trim-coldest', 'P5', 'elsewhere'));
        self::assertSame('gate-trim-not-coldest', self::gate($tape, 'trims')->code);
        $tape->taken('trial', self::trial('trim-coldest', 'P5', 'coldest'));
        self::assertSame([GateState::Met, ['P5']], [self::gate($tape, 'trims')->state, self::gate($tape, 'trims')->figures['parts']]);
    }
}
