<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Power\Authority;
use Yew\Core\Power\FeedbackPhase;
use Yew\Core\Power\Gate;
use Yew\Core\Power\GateState;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Station\Step;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** A new or re-led output transformer with feedback from its secondary: lifted, measured, closed, measured (PWR-8). */
final class FeedbackPhaseTest extends TestCase
{
    private const SHEET = 'rushlight-60';

    /** By the circuits themselves: who feeds back from which transformer, and whether its screens hang on taps. */
    public function testWhichLoopsComeFromAnOutputTransformer(): void
    {
        foreach (['lantern-30' => [['T2', false]], 'quillon-duo-12' => [['T2', true], ['T3', true]], 'rushlight-60' => [['T2', true]], 'nuthatch-5' => [], 'wren-15' => []] as $sheet => $expected) {
            $loops = FakeUnit::demo($sheet)->drawn(new FittedChanges())->loops;
            self::assertSame($expected, array_map(static fn ($l): array => [$l->transformer, $l->hasScreenTaps], $loops), $sheet);
            foreach ($loops as $loop) {
                self::assertGreaterThan(1.0, $loop->decibels, $sheet.': it takes gain off');
            }
        }
    }

    public function testNothingIsAskedWhereNoTransformerWasMovedOrNoneFeedsBack(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET));
        self::assertSame([GateState::DoesNotApply, 'gate-feedback-not-moved'], self::stands($tape));
        $tape->taken('as-fitted', ['text' => 'C1 new'], 1.0);
        self::assertSame('gate-feedback-not-moved', self::stands($tape)[1], 'a capacitor is no transformer');
        $without = UnitTape::in(ChassisState::Dead, FakeUnit::demo('nuthatch-5'))->taken('as-fitted', ['text' => 'T2 new'], 1.0);
        self::assertSame('gate-feedback-not-moved', self::stands($without)[1], 'nothing feeds back');
        self::assertNull($without->bench()->board('first-power')->find('T2'));
    }

    public function testTheLoopIsLiftedMeasuredClosedAndMeasured(): void
    {
        $tape = self::withNewTransformer();
        self::assertSame([GateState::Unknown, 'gate-feedback-lift-first'], self::stands($tape));
        $tape->taken('trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'lifted'], 1.0);
        self::assertSame([GateState::Met, 'gate-feedback-being-checked'], self::stands($tape));
        self::up($tape);
        $tape->taken('trial', ['test' => 'feedback-open-level', 'part' => 'T2', 'text' => '2.4'], 1.0);
        $tape->off()->discharged();
        self::assertSame([GateState::Unknown, 'gate-feedback-close-next'], self::stands($tape));
        $tape->taken('trial', ['test' => 'feedback-closed', 'part' => 'T2', 'text' => 'closed'], 1.0);
        self::up($tape);
        self::assertSame(['feedback', GateState::NotMet], [self::full($tape)?->id, self::full($tape)?->state], 'full mains waits for it');
        $tape->taken('trial', ['test' => 'feedback-closed-level', 'part' => 'T2', 'text' => '0.6'], 1.0);
        $phase = self::phase($tape);
        self::assertTrue($phase->isProved());
        $reason = $phase->reason() ?? self::fail('it says something');
        self::assertSame(['feedback-right', Verdict::Within], [$reason->code, $reason->verdict]);
        self::assertEqualsWithDelta(20 * log10(2.4 / 0.6), $reason->figures['fedBackDecibels'], 1e-9);
        self::assertNotSame('feedback', self::full($tape)?->id);
        self::assertSame([GateState::Met, 'gate-feedback-proved'], self::stands($tape));
    }

    /** @return iterable<string, array{string, string, Verdict|null}> level closed with 2 V open, what is said */
    public static function levels(): iterable
    {
        yield 'well down' => ['0.5', 'feedback-right', Verdict::Within];
        yield 'a quarter of the drawn 13.8 dB' => ['1.33', 'feedback-right', Verdict::Within];
        yield 'less than a quarter' => ['1.36', 'feedback-little', Verdict::Watch];
        yield 'just down' => ['1.89', 'feedback-little', Verdict::Watch];
        yield 'the same, a little less' => ['1.91', 'feedback-no-change', Verdict::CannotSay];
        yield 'the same, a little more' => ['2.09', 'feedback-no-change', Verdict::CannotSay];
        yield 'up' => ['2.11', 'feedback-rises-taps', Verdict::Danger];
        yield 'far up' => ['6', 'feedback-rises-taps', Verdict::Danger];
    }

    #[DataProvider('levels')]
    public function testWhatTheLevelSays(string $closed, string $code, ?Verdict $verdict): void
    {
        $tape = self::closedAfter('2.0');
        $tape->taken('trial', ['test' => 'feedback-closed-level', 'part' => 'T2', 'text' => $closed], 1.0);
        $reason = self::phase($tape)->reason();
        self::assertSame([$code, $verdict], [$reason?->code, $reason?->verdict]);
    }

    public function testNoSignalSaysNothing(): void
    {
        foreach ([['0.019', '0.0195', 'feedback-no-signal'], ['0.0205', '0.0204', 'feedback-no-change'], ['2.0', '0.019', 'feedback-no-signal'], ['2.0', '0.021', 'feedback-right'], ['2.0', '0', 'feedback-no-signal']] as [$open, $closed, $code]) {
            $tape = self::closedAfter($open);
            $tape->taken('trial', ['test' => 'feedback-closed-level', 'part' => 'T2', 'text' => $closed], 1.0);
            self::assertSame($code, self::phase($tape)->reason()?->code, $open.' '.$closed);
            self::assertSame('feedback-right' === $code, self::phase($tape)->isProved());
            $asked = array_values(array_filter($tape->bench()->board('first-power')->find('T2')->steps ?? [], static fn (Step $s): bool => $s->isOpen() && !$s->optional));
            self::assertSame('feedback-right' === $code ? [] : ['feedback-closed-level'], array_map(static fn (Step $s): string => $s->kind->name(), $asked), 'what says nothing is measured again');
        }
    }

    public function testAWrongPhaseStaysOffUntilItsLeadsWereChangedOverAndBeginsAnew(): void
    {
        $tape = self::closedAfter('2.0');
        $tape->taken('trial', ['test' => 'feedback-howl', 'part' => 'T2', 'text' => 'howls'], 1.0);
        self::assertSame('feedback-howls-taps', self::phase($tape)->reason()?->code);
        // What was measured afterwards does not make a howl good.
        $tape->taken('trial', ['test' => 'feedback-closed-level', 'part' => 'T2', 'text' => '0.5'], 1.0);
        self::assertTrue(self::phase($tape)->isWrong());
        $tape->off()->discharged();
        $gate = self::gate($tape);
        self::assertSame([GateState::NotMet, Authority::Owner], [$gate->state, $gate->authority]);
        $tape->taken('trial', ['test' => 'feedback-reled', 'part' => 'T2', 'text' => 'plates-and-screens'], 1.0);
        self::assertSame([GateState::Unknown, 'gate-feedback-lift-first'], self::stands($tape), 'it begins anew');
        self::assertNull(self::phase($tape)->reason());
    }

    /** Whoever hears it switches off first, and says so afterwards. */
    public function testWhatHowledIsSaidOnceItIsOff(): void
    {
        $tape = self::closedAfter('2.0')->off();
        $steps = array_map(static fn (Step $s): string => $s->kind->name().($s->optional ? '?' : ''), $tape->bench()->board('first-power')->find('T2')->steps ?? []);
        self::assertSame(['feedback-lifted', 'feedback-open-level', 'feedback-closed', 'feedback-closed-level', 'feedback-howl'], $steps);
        $tape->taken('trial', ['test' => 'feedback-howl', 'part' => 'T2', 'text' => 'howls'], 1.0);
        $steps = array_map(static fn (Step $s): string => $s->kind->name().($s->optional ? '?' : ''), $tape->bench()->board('first-power')->find('T2')->steps ?? []);
        self::assertSame(['feedback-lifted', 'feedback-open-level', 'feedback-closed', 'feedback-closed-level?', 'feedback-howl?', 'feedback-reled'], $steps);
    }

    public function testUntilItIsKnownTheMainsStaysLow(): void
    {
        $tape = self::withNewTransformer()->taken('trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'lifted'], 1.0);
        self::up($tape);
        $full = $tape->unit->wiredForVolts();
        $tape->refused('feedback-not-known', 'conditions', self::source(0.63 * $full, false));
        self::assertNotSame('feedback-not-known', $tape->says('conditions', self::source(0.61 * $full, false), 1.0)?->code);
        // Behind a limiter it is what was measured at the inlet that counts.
        self::assertNotSame('feedback-not-known', $tape->says('conditions', self::source($full, true), 1.0)?->code);
        $tape->refused('feedback-not-known', 'conditions', ['facts' => ['inletVolts' => ['value' => 0.63 * $full, 'how' => 'measured']]]);
    }

    public function testWhoAnswersForItMayGoOn(): void
    {
        $tape = self::withNewTransformer();
        self::up($tape);
        self::assertTrue($tape->state->wentThrough('feedback'), 'by its owner’s word');
        self::assertNotSame('feedback-not-known', $tape->says('conditions', self::source(0.9 * $tape->unit->wiredForVolts(), false), 1.0)?->code);
        self::assertFalse($tape->off()->state->wentThrough('feedback'), 'the next time it is asked again');
    }

    public function testAtOnceOnFullMainsIsNoWayForIt(): void
    {
        $tape = self::withNewTransformer('straight')->taken('trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'lifted'], 1.0);
        self::assertSame([GateState::NotMet, 'gate-feedback-not-straight'], self::stands($tape));
    }

    public function testWithoutATubeOfTheLoopThereIsNone(): void
    {
        $tape = self::withNewTransformer(out: ['V1']);
        self::assertSame([GateState::DoesNotApply, 'gate-feedback-later'], self::stands($tape));
        self::assertNull(FeedbackPhase::holdsBack($tape->bench()->facts(), $tape->state->conditions));
    }

    public function testASecondaryThatFeedsNothingBackIsSaid(): void
    {
        $tape = self::withNewTransformer()->taken('trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'none'], 1.0);
        self::assertSame([GateState::Met, 'gate-feedback-proved'], self::stands($tape));
    }

    public function testLeadsThatWereOffCountAsMuchAsANewOne(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET));
        $tape->taken('lead', ['name' => 'L1', 'colour' => 'blue', 'from' => 'T2', 'to' => 'V4.3', 'does' => 'plate', 'certainty' => 'seen'], 1.0);
        self::assertSame([GateState::Unknown, 'gate-feedback-lift-first'], self::stands(self::ready($tape)));
        $other = UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET));
        $other->taken('lead', ['name' => 'L1', 'colour' => 'red', 'from' => 'T1', 'to' => 'D1', 'does' => 'high-voltage', 'certainty' => 'seen'], 1.0);
        self::assertSame('gate-feedback-not-moved', self::stands($other)[1]);
    }

    /** @param list<string> $out */
    private static function withNewTransformer(string $method = 'variac-ammeter', array $out = []): UnitTape
    {
        return self::ready(UnitTape::in(ChassisState::Dead, FakeUnit::demo(self::SHEET))->taken('as-fitted', ['text' => 'T2 new'], 1.0), $method, $out);
    }

    /** @param list<string> $out */
    private static function ready(UnitTape $tape, string $method = 'variac-ammeter', array $out = []): UnitTape
    {
        return $tape->readyForPower()->taken('power-choice', ['method' => $method, ...('straight' === $method ? ['reason' => 'known good'] : [])], 1.0)
            ->taken('conditions', ['facts' => ['tubes' => ['value' => $tape->unit->tubesBut($out), 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured']]], 1.0);
    }

    /** On the mains, low, whatever else is not met answered for. */
    private static function up(UnitTape $tape): void
    {
        $tape->taken('state-change', $tape->powerOn('owner'), 1.0)->taken('conditions', self::source(0.5 * $tape->unit->wiredForVolts(), false), 1.0);
    }

    private static function closedAfter(string $open): UnitTape
    {
        $tape = self::withNewTransformer()->taken('trial', ['test' => 'feedback-lifted', 'part' => 'T2', 'text' => 'lifted'], 1.0);
        self::up($tape);
        $tape->taken('trial', ['test' => 'feedback-open-level', 'part' => 'T2', 'text' => $open], 1.0)->off()->discharged()->taken('trial', ['test' => 'feedback-closed', 'part' => 'T2', 'text' => 'closed'], 1.0);
        self::up($tape);

        return $tape;
    }

    /** @return array<string, mixed> */
    private static function source(float $volts, bool $limited): array
    {
        return ['facts' => ['source' => ['value' => ['kind' => 'variac', 'volts' => $volts], 'how' => 'measured'], 'limiters' => ['value' => $limited ? [['kind' => 'lamp', 'watts' => 100.0, 'ratedVolts' => 120.0]] : [], 'how' => 'measured']]];
    }

    /** @phpstan-impure the tape goes on */
    private static function gate(UnitTape $tape): Gate
    {
        return array_values(array_filter($tape->bench()->gates(), static fn (Gate $g): bool => 'feedback' === $g->id))[0];
    }

    /**
     * @return array{GateState, string}
     *
     * @phpstan-impure the tape goes on
     */
    private static function stands(UnitTape $tape): array
    {
        return [self::gate($tape)->state, self::gate($tape)->code];
    }

    /** @phpstan-impure the tape goes on */
    private static function full(UnitTape $tape): ?Gate
    {
        return array_values(array_filter($tape->bench()->gatesOfFullMains(), static fn (Gate $g): bool => !$g->state->passes() && 'stops' !== $g->id))[0] ?? null;
    }

    /** @phpstan-impure the tape goes on */
    private static function phase(UnitTape $tape): FeedbackPhase
    {
        return FeedbackPhase::all($tape->bench()->facts())[0] ?? self::fail('no transformer was moved');
    }
}
