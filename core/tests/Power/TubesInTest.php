<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Power\Authority;
use Yew\Core\Power\Gate;
use Yew\Core\Power\GateState;
use Yew\Core\Power\NewTubes;
use Yew\Core\Power\PlannedReading;
use Yew\Core\Power\TubeSteps;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Tubes go in from the output back, a step at a time, each read and each with a signal through it (PWR-6). */
final class TubesInTest extends TestCase
{
    /** @phpstan-impure the tape goes on */
    private static function gate(UnitTape $tape): Gate
    {
        return array_values(array_filter($tape->bench()->gates(), static fn (Gate $g): bool => 'steps' === $g->id))[0];
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

    /** @param list<string> $out */
    private static function tubes(UnitTape $tape, array $out): UnitTape
    {
        return $tape->taken('conditions', self::said(['tubes' => $tape->unit->tubesBut($out)]));
    }

    /** Dead, the way chosen, nothing in but what B+ needs. */
    private static function dead(string $sheet): UnitTape
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo($sheet))->readyForPower()->taken('power-choice', ['method' => 'variac-lamp']);

        return self::tubes($tape->taken('conditions', self::said(['meterId' => 'no-1', 'limiters' => [], ...('none' === $tape->unit->sheet()?->standby ? [] : ['standby' => 'play'])])), TubeSteps::before($tape->bench()->facts()));
    }

    /** Up by every stop, each read as it should be, and off and dead again. */
    private static function walked(UnitTape $tape, bool $whole = true): UnitTape
    {
        $tape->taken('conditions', self::said(['limiters' => $tape->bench()->walk()->stops[0]->limiters]))->taken('state-change', $tape->powerOn('owner'));
        foreach ($tape->bench()->walk()->stops as $stop) {
            $tape->taken('conditions', self::said(['source' => ['kind' => 'variac', 'volts' => $stop->volts], 'limiters' => $stop->limiters]));
            foreach ($stop->required as [$place, $function]) {
                $volts = $tape->bench()->readings()->expectedUnder($place, MeterFunction::from($function), $tape->state->conditions)->volts ?? self::fail($place);
                $tape->taken('reading', ['place' => $place, 'function' => $function, 'text' => \sprintf('%.1f', $volts), 'meterId' => 'no-1']);
            }
            $tape->taken('trial', ['test' => 'stop-seen', 'part' => $stop->id, 'text' => 'quiet']);
            if (!$whole) {
                break;
            }
        }

        return $tape->off()->discharged();
    }

    public function testAPairOnOneCathodeResistorGoesInTogetherOnceTheWayWithoutTubesWasWalked(): void
    {
        $tape = self::dead('wren-15');
        self::assertSame([GateState::DoesNotApply, 'gate-no-tubes-in'], [self::gate($tape)->state, self::gate($tape)->code]);
        self::tubes($tape, ['V1', 'V2']);
        self::assertSame([GateState::NotMet, 'gate-step-before-not-walked', Authority::Technician], [self::gate($tape)->state, self::gate($tape)->code, self::gate($tape)->authority]);
        self::tubes($tape, ['V1', 'V2', 'V3', 'V4']);
        self::walked($tape, whole: false);
        self::tubes($tape, ['V1', 'V2']);
        self::assertSame('gate-step-before-not-walked', self::gate($tape)->code, 'one stop is not the way');
        self::tubes($tape, ['V1', 'V2', 'V3', 'V4']);
        self::walked($tape);
        foreach ([['V1', 'V2', 'V4'], ['V1', 'V2', 'V3'], ['V2', 'V3', 'V4'], ['V1', 'V3', 'V4']] as $out) {
            self::tubes($tape, $out);
            self::assertSame([GateState::NotMet, 'gate-not-a-step', ['V3', 'V4']], [self::gate($tape)->state, self::gate($tape)->code, self::gate($tape)->figures['positions']], 'out: '.implode(' ', $out));
        }
        self::tubes($tape, ['V1', 'V2']);
        self::assertSame([GateState::Met, 'gate-step-follows'], [self::gate($tape)->state, self::gate($tape)->code]);
        self::tubes($tape, []);
        self::assertSame('gate-step-before-not-walked', self::gate($tape)->code, 'nor all at once');
        self::tubes($tape, ['V1']);
        self::assertSame('gate-step-before-not-walked', self::gate($tape)->code, 'nor two steps in one');
    }

    public function testEachStepIsWalkedBeforeTheNextAndAChangeBeginsItAnew(): void
    {
        $tape = self::walked(self::dead('wren-15'));
        foreach (TubeSteps::of($tape->bench()->facts()) as $step) {
            self::tubes($tape, $step->tubesOut);
            self::assertSame(GateState::Met, self::gate($tape)->state, implode(' ', $step->positions));
            self::assertSame($step->positions, NewTubes::in($tape->bench()->facts(), $step->tubesOut));
            $last = $tape->bench()->walk()->stops[\count($tape->bench()->walk()->stops) - 1];
            $plates = array_values(array_filter($step->reads, static fn (string $p): bool => \in_array($p, NewTubes::plates($tape->bench()->facts(), $step->positions), true)));
            self::assertSame([], array_diff($plates, array_column($last->required, 0)), 'what is new is read');
            $shown = array_map(static fn (PlannedReading $r): string => $r->place, array_filter($tape->bench()->plan()->stops[\count($tape->bench()->plan()->stops) - 1]->readings, static fn (PlannedReading $r): bool => $r->isRequired));
            self::assertSame([], array_diff(array_column($last->required, 0), $shown), 'and stands in the plan');
            self::assertSame([], array_intersect(['V1.1', 'V2.1'], array_diff(array_column($last->required, 0), $plates)), 'and nothing of what is not');
            self::walked($tape);
        }
        self::assertSame(GateState::Met, self::gate($tape)->state);
        $tape->taken('as-fitted', ['text' => 'C8 new']);
        self::assertSame('gate-step-before-not-walked', self::gate($tape)->code, 'a part is new: from the beginning');
        $tape->taken('power-choice', ['method' => 'straight', 'reason' => 'played yesterday']);
        self::assertSame([GateState::DoesNotApply, 'gate-known-good'], [self::gate($tape)->state, self::gate($tape)->code]);
    }

    public function testWhatNobodySaidOrDrewIsNoStep(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('wren-15'))->taken('power-choice', ['method' => 'variac-lamp']);
        self::assertSame([GateState::Unknown, 'gate-tubes-not-said'], [self::gate($tape)->state, self::gate($tape)->code]);
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet());
        self::assertSame([GateState::DoesNotApply, 'gate-no-tubes-drawn'], [self::gate($tape)->state, self::gate($tape)->code]);
    }

    public function testARectifierTubeWithABiasOfItsOwnGoesInFirst(): void
    {
        $tape = self::dead('teasel-50');
        self::assertContains('V6', TubeSteps::before($tape->bench()->facts()), 'the first run is without it (PWR-5a)');
        self::assertSame(['V6'], TubeSteps::of($tape->bench()->facts())[0]->positions);
        self::tubes($tape, ['V1', 'V2', 'V3']);
        self::assertSame('gate-step-before-not-walked', self::gate($tape)->code);
    }

    /** @param list<string> $answers */
    #[DataProvider('signals')]
    public function testASignalThroughANewTubeIsAskedForAndJudged(array $answers, Outcome $outcome, ?string $code): void
    {
        $tape = self::walked(self::dead('wren-15'));
        self::tubes($tape, ['V1', 'V2']);
        $item = static fn (string $part): Item => array_values(array_filter($tape->bench()->board('first-power')->items, static fn (Item $i): bool => 'power-tube' === $i->group && $i->part === $part))[0];
        self::assertSame([Outcome::Open, true, false], [$item('V4')->judged->outcome, $item('V4')->isAsked(), $item('V1')->isAsked()]);
        $tape->taken('conditions', self::said(['limiters' => $tape->bench()->walk()->stops[0]->limiters]))->taken('state-change', $tape->powerOn('owner'));
        foreach ($answers as $answer) {
            $tape->taken('trial', ['test' => 'signal-proof', 'part' => 'V4', 'text' => $answer]);
        }
        $tape->taken('trial', ['test' => 'lights-out', 'part' => 'V4', 'text' => 'faint-blue']);
        self::assertSame($outcome, $item('V4')->judged->outcome);
        self::assertSame(array_values(array_filter([$code, 'lights-faint-blue'], static fn (?string $c): bool => null !== $c)), array_map(static fn (Reason $r): string => $r->code, self::sorted($item('V4')->judged->reasons)));
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<Reason> what a signal says first
     */
    private static function sorted(array $reasons): array
    {
        usort($reasons, static fn (Reason $a, Reason $b): int => $b->code <=> $a->code);

        return $reasons;
    }

    /** @return iterable<string, array{list<string>, Outcome, string|null}> */
    public static function signals(): iterable
    {
        yield 'not asked yet' => [[], Outcome::Open, null];
        yield 'comes through' => [['passes'], Outcome::Good, 'signal-passes'];
        yield 'weakly' => [['weak'], Outcome::Watch, 'signal-weak'];
        yield 'not at all' => [['nothing'], Outcome::Bad, 'signal-nothing'];
        yield 'not, then it does' => [['nothing', 'passes'], Outcome::Good, 'signal-passes'];
    }

    public function testASignalIsSentFromTheOutputBackAndTheLastSectionFirst(): void
    {
        $steps = TubeSteps::of(self::dead('wren-15')->bench()->facts());
        self::assertSame([['V4.2', 'V3.2'], ['V2.7', 'V2.2'], ['V1.7', 'V1.2']], array_map(static fn ($s): array => $s->signals, $steps));
        self::assertSame(['V3.7', 'V4.7', 'V3.3'], $steps[0]->reads);
        $tubes = array_values(array_filter(self::dead('wren-15')->bench()->board('first-power')->items, static fn (Item $i): bool => 'power-tube' === $i->group));
        self::assertSame(['V4', 'V3', 'V2', 'V1'], array_map(static fn (Item $i): string => $i->part, $tubes), 'and a rectifier has no grid');
    }
}
