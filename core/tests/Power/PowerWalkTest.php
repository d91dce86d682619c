<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Power\PowerStop;
use Yew\Core\Ramp\RampSample;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** The way up, stop by stop: each read and looked at before the next, and what stops it (PWR-5, SAFE-6). */
final class PowerWalkTest extends TestCase
{
    private const NONE_IN = ['V1' => 'out', 'V2' => 'out', 'V3' => 'out', 'V4' => 'out', 'V5' => 'out'];

    /** The Lantern with no tubes in, on the mains behind its lamp. */
    private static function ramping(): UnitTape
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('lantern-30'))->readyForPower()->taken('power-choice', ['method' => 'variac-lamp']);
        $tape->taken('conditions', self::said(['tubes' => self::NONE_IN, 'meterId' => 'no-1', 'limiters' => [['kind' => 'lamp', 'watts' => 100.0, 'ratedVolts' => 120.0]]]));

        return $tape->taken('state-change', $tape->powerOn());
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

    /** @return array<string, mixed> the mains set to a stop, as its plan has it */
    private static function set(PowerStop $stop): array
    {
        return self::said(['source' => ['kind' => 'variac', 'volts' => $stop->volts], 'limiters' => $stop->limiters]);
    }

    private static function text(UnitTape $tape, string $place, float $times = 1.0): string
    {
        return \sprintf('%.1f', $times * ($tape->bench()->readings()->expectedUnder($place, MeterFunction::DcVolts, $tape->state->conditions)->volts ?? self::fail('nothing is expected at '.$place)));
    }

    /** @return array<string, mixed> */
    private static function reading(string $place, string $text): array
    {
        return ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1'];
    }

    /** @param list<string> $tapped places at which the socket is tapped */
    private static function readAll(UnitTape $tape, array $tapped = []): UnitTape
    {
        foreach (['A', 'V4.5', 'V5.5'] as $place) {
            $text = self::text($tape, $place);
            $tape->taken('reading', [...self::reading($place, $text), ...(\in_array($place, $tapped, true) ? ['tapped' => [$text, $text]] : [])]);
        }

        return $tape;
    }

    public function testEveryStopIsReadAndLookedAtBeforeTheNext(): void
    {
        $tape = self::ramping();
        $stops = $tape->bench()->walk()->stops;
        self::assertCount(5, $stops);
        foreach ($stops as $n => $stop) {
            foreach (\array_slice($stops, $n + 1) as $later) {
                $tape->refused('ahead-of-the-plan', 'conditions', self::set($later));
            }
            $tape->taken('conditions', self::set($stop));
            self::assertSame($stop->id, $tape->bench()->walk()->current($tape->state->conditions)?->id);
            self::assertSame(['A|dc-volts', 'V4.5|dc-volts', 'V5.5|dc-volts', 'stop-seen'], $tape->bench()->walk()->missing($stop));
            self::readAll($tape);
            self::assertSame($n < 4 ? [] : ['V4.5', 'V5.5'], $stop->tapped, 'the empty sockets are tapped at the last');
            self::assertSame($n < 4 ? ['stop-seen'] : ['V4.5|dc-volts', 'V5.5|dc-volts', 'stop-seen'], $tape->bench()->walk()->missing($stop));
            self::readAll($tape, $stop->tapped);
            self::assertSame(['stop-seen'], $tape->bench()->walk()->missing($stop));
            self::assertFalse($tape->bench()->walk()->isDone($stop));
            self::assertSame('gate-shut-technician', $tape->says('state-change', ['to' => 'energised', 'role' => 'technician'])?->code, 'nor to full mains');
            $tape->taken('trial', ['test' => 'stop-seen', 'part' => $stop->id, 'text' => 'quiet']);
            self::assertTrue($tape->bench()->walk()->isDone($stop));
        }
        self::assertNull($tape->bench()->walk()->next());
        $tape->taken('state-change', ['to' => 'energised', 'role' => 'technician']);
        self::assertSame([], $tape->state->overrides[1]->gates ?? [], 'and nothing was gone through');
        self::assertCount(30, $tape->state->ramps->current()->samples ?? []);
    }

    /** What a variac gave is over once it is off: the next time on begins at nothing, and not at the stop where the last one ended. */
    public function testWhenItIsOnAgainNobodyKnowsWhereTheVariacStands(): void
    {
        $tape = self::ramping();
        $stop = $tape->bench()->walk()->stops[0];
        $tape->taken('conditions', self::set($stop))->taken('conditions', self::said(['inletVolts' => 29.0]))->off();
        self::assertSame([null, null, true], [$tape->state->conditions->sourceVolts(), $tape->state->conditions->inletVolts(), $tape->state->conditions->limited()], 'the lamp is still in');
        $tape->discharged()->taken('state-change', $tape->powerOn());
        self::assertNull($tape->bench()->walk()->current($tape->state->conditions));
        $wall = self::ramping()->taken('conditions', self::said(['inletVolts' => 29.0]));
        $wall->taken('conditions', self::said(['source' => ['kind' => 'wall', 'volts' => 29.0]]))->off();
        self::assertSame([29.0, 29.0], [$wall->state->conditions->sourceVolts(), $wall->state->conditions->inletVolts()], 'a wall gives what it gave');
    }

    public function testMainsAboveTheStopInHandAndALampThatComesOutEarlyAreRefused(): void
    {
        $tape = self::ramping();
        $first = $tape->bench()->walk()->stops[0];
        $tape->taken('conditions', self::set($first))->refused('ahead-of-the-plan', 'conditions', self::said(['limiters' => []]));
        $tape->taken('conditions', self::said(['inletVolts' => 31.1]))->refused('ahead-of-the-plan', 'conditions', self::said(['inletVolts' => 31.3]));
        self::assertSame(31.1, $tape->state->conditions->inletVolts(), 'what is refused counts nowhere');
        $tape->taken('conditions', self::said(['load' => ['kind' => 'none']]));
        $tape->off()->taken('conditions', self::said(['inletVolts' => 120.0]));
    }

    /** A reading out of its corridor keeps the mains where it is, until it is read better or let stand with a reason. */
    public function testAReadingOutOfItsCorridorKeepsTheWayWhereItIs(): void
    {
        $tape = self::ramping();
        [$first, $second] = $tape->bench()->walk()->stops;
        $tape->taken('conditions', self::set($first));
        self::readAll($tape)->taken('trial', ['test' => 'stop-seen', 'part' => $first->id, 'text' => 'hum']);
        self::assertTrue($tape->bench()->walk()->isDone($first), 'hum is watched');
        $tape->taken('reading', self::reading('A', self::text($tape, 'A', 0.8)));
        self::assertSame(['A'], array_map(static fn (RampSample $s): string => $s->place, $tape->bench()->walk()->against($first)));
        $tape->refused('ahead-of-the-plan', 'conditions', self::set($second));
        $accepted = clone $tape;
        $accepted->taken('accept', ['reading' => '' === $accepted->last() ? '' : self::lastReading($accepted), 'reason' => 'a tired meter'])->taken('conditions', self::set($second));
        $tape->taken('reading', self::reading('A', self::text($tape, 'A')))->taken('conditions', self::set($second));
    }

    private static function lastReading(UnitTape $tape): string
    {
        $samples = $tape->state->ramps->current()->samples ?? [];

        return $samples[\count($samples) - 1]->entryId ?? self::fail('nothing was read');
    }

    /** @return iterable<string, array{string, string, string|null}> test, answer, the stop rule that it breaks */
    public static function seen(): iterable
    {
        yield 'quiet' => ['stop-seen', 'quiet', null];
        yield 'hum' => ['stop-seen', 'hum', null];
        yield 'a smell' => ['stop-seen', 'smell', null];
        yield 'smoke' => ['stop-seen', 'smoke', 'seen-smoke'];
        yield 'arcing' => ['stop-seen', 'arcing', 'seen-arcing'];
        yield 'a dark lamp' => ['lamp-glow', 'dark', null];
        yield 'a lamp that glows' => ['lamp-glow', 'glow', null];
        yield 'a lamp that is half bright where it should be dark' => ['lamp-glow', 'half', 'lamp-too-bright'];
        yield 'a bright one' => ['lamp-glow', 'bright', 'lamp-too-bright'];
        yield 'what it should take' => ['mains-draw', '10m', null];
        yield 'a little less than the limit' => ['mains-draw', '0.10', null];
        yield 'more than the limit' => ['mains-draw', '0.13', 'draw-above-abort'];
        yield 'nothing in the dark' => ['lights-out', 'none', null];
        yield 'faint blue' => ['lights-out', 'faint-blue', null];
        yield 'a red plate' => ['lights-out', 'red-plate', 'lights-red-plate'];
        yield 'a red screen' => ['lights-out', 'red-screen', 'lights-red-screen'];
    }

    #[DataProvider('seen')]
    public function testWhatIsSeenMayStopTheWork(string $test, string $text, ?string $rule): void
    {
        $tape = self::ramping();
        $first = $tape->bench()->walk()->stops[0];
        $tape->taken('conditions', self::set($first))->taken('trial', ['test' => $test, 'part' => 'lights-out' === $test ? 'V4' : $first->id, 'text' => $text]);
        self::assertSame($rule, $tape->state->stop?->code);
        self::assertSame(null === $rule ? 0.0 : $tape->now, $tape->state->ramps->changedAt, 'and older proofs say nothing then');
    }

    public function testARedPlateThatIsToldUnderPowerStopsItAndOneThatIsToldLaterIsRemembered(): void
    {
        $finding = ['place' => 'V4', 'what' => 'red-plate', 'severity' => 'danger'];
        $on = self::ramping()->taken('finding', $finding);
        self::assertSame(['red-plate', false, false], [$on->state->stop?->code, $on->state->stop?->isOff, $on->state->stop?->hasCause]);
        $off = self::ramping()->off()->taken('finding', $finding);
        self::assertNull($off->state->stop);
        self::assertCount(1, $off->state->broken);
    }

    /** A wrongly wired bias: stopped at the first stop, before a tube is in. */
    public function testABiasOfTheWrongSignIsStoppedAtTheFirstStop(): void
    {
        foreach (['10.5' => 'bias-positive', '0.0' => 'bias-less-negative', '-7' => 'bias-less-negative'] as $text => $code) {
            $tape = self::ramping();
            $tape->taken('conditions', self::set($tape->bench()->walk()->stops[0]))->taken('reading', self::reading('V4.5', (string) $text));
            self::assertStringStartsWith('bias-', $tape->state->stop->code ?? '', (string) $text);
            $tape->refused('after-stop', 'conditions', self::said(['inletVolts' => 20.0]));
        }
    }

    /** The surge rating is for the cold start with tubes in alone, for half a minute (SAFE-6; IEC 60384-4, from memory). */
    public function testColdBPlusAboveTheWorkingRatingIsNoStopUnderTheSurgeRating(): void
    {
        $tubes = [];
        foreach (['V1' => '12AX7', 'V2' => '12AX7', 'V3' => '12AX7', 'V4' => '6L6GC', 'V5' => '6L6GC'] as $position => $type) {
            $tubes[$position] = ['type' => $type, 'tubeId' => null];
        }
        $on = static fn (array $out): UnitTape => UnitTape::in(ChassisState::Dead, FakeUnit::demo('lantern-30'))->taken('conditions', self::said(['tubes' => [...$tubes, ...$out], 'meterId' => 'no-1', 'limiters' => [], 'inletVolts' => 117.0]))->ramped();
        $code = static function (UnitTape $tape, string $volts, float $seconds): ?string {
            $tape->says('reading', self::reading('C', $volts), $seconds);

            return $tape->state->stop?->code;
        };
        self::assertNull($code($on([]), '495', 29.0), 'under 1.1 × 450 V, cold');
        self::assertSame('above-capacitor-rating', $code($on([]), '495', 31.0), 'half a minute is over');
        self::assertSame('above-capacitor-rating', $code($on([]), '496', 5.0), 'above the surge rating');
        self::assertSame('above-capacitor-rating', $code($on(self::NONE_IN), '460', 5.0), 'nothing would pull it down');
        self::assertNull($code($on([]), '450', 40.0));
    }
}
