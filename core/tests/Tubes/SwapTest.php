<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Tubes;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChange;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\FittedTube;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Two tubes change places: what goes with them, what it proves, and when it may not be done (JUDGE-6, SAFE-5). */
final class SwapTest extends TestCase
{
    private const CONDITIONS = ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'tubes' => ['value' => ['V1' => ['type' => '12AX7'], 'V2' => ['type' => '12AX7'], 'V3' => ['type' => '12AX7'], 'V4' => ['type' => '6L6GC'], 'V5' => ['type' => '6L6GC']], 'how' => 'measured']]];

    private static function tape(): UnitTape
    {
        return UnitTape::in(ChassisState::Dead, FakeUnit::lantern(true))->taken('conditions', self::CONDITIONS);
    }

    private static function on(UnitTape $tape): UnitTape
    {
        return $tape->ramped()->energised();
    }

    private static function swap(UnitTape $tape, string $text = 'swap V4 V5'): UnitTape
    {
        if (ChassisState::Dead !== $tape->bench()->state->chassis->state) {
            $tape->off()->discharged();
        }

        return $tape->taken('as-fitted', ['text' => $text], 5.0);
    }

    /** Plate volts at both sockets: 432 V are drawn, 340 V are out. */
    private static function read(UnitTape $tape, string $first, string $second): UnitTape
    {
        return self::on($tape)->taken('reading', ['place' => 'V4.3', 'function' => 'dc-volts', 'text' => $first, 'meterId' => 'no-1'])->taken('reading', ['place' => 'V5.3', 'function' => 'dc-volts', 'text' => $second, 'meterId' => 'no-1']);
    }

    /** @phpstan-impure */
    private static function log(UnitTape $tape, string $part = 'V4+V5'): Item
    {
        return $tape->bench()->board('tubes')->find($part) ?? self::fail('the swap is on the board');
    }

    /** @phpstan-impure */
    private static function code(UnitTape $tape): string
    {
        return self::log($tape)->judged->reasons[0]->code;
    }

    public function testWhatFollowsThereAndBackIsTheTube(): void
    {
        $tape = self::swap(self::read(self::tape(), '340', '432'));
        self::assertSame('swap-not-said-after', self::code($tape));
        self::read($tape, '432', '340');
        self::assertSame(['swap-followed-once', Verdict::Watch], [self::code($tape), self::log($tape)->judged->reasons[0]->verdict]);
        self::assertSame(['origin' => 'V4', 'now' => 'V5'], array_intersect_key(self::log($tape)->judged->reasons[0]->figures, ['origin' => 1, 'now' => 1]));
        $isProven = static fn (string $position): bool => \in_array('proven-by-swaps', array_map(static fn (Reason $r): string => $r->code, $tape->bench()->board('tubes')->find($position)->judged->reasons ?? []), true);
        self::assertFalse($isProven('V5'), 'once is only suspected');
        self::swap($tape);
        self::assertSame('swap-not-said-back', self::code($tape));
        self::read($tape, '340', '432');
        self::assertSame('swap-proven', self::code($tape));
        self::assertSame([Outcome::Seen, []], [self::log($tape)->judged->outcome, array_filter(self::log($tape)->steps, static fn (Step $s): bool => $s->isOpen())], 'the readings said it all');
        self::assertTrue($isProven('V4'));
        self::assertFalse($isProven('V5'));
        self::swap($tape);
        self::assertTrue($isProven('V5'), 'the proof goes with the tube');
        $tape->taken('as-fitted', ['text' => 'V5 new']);
        self::assertNull($tape->bench()->board('tubes')->find('V4+V5'), 'another tube: the comparison is over');
        self::assertFalse($isProven('V5'));
    }

    /** @return iterable<string, array{list<array{string, string}>, string, Verdict}> */
    public static function outcomes(): iterable
    {
        [$good, $off] = ['432', '340'];
        yield 'stays' => [[[$off, $good], [$off, $good]], 'swap-stayed', Verdict::Watch];
        yield 'gone' => [[[$off, $good], [$good, $good]], 'swap-gone', Verdict::CannotSay];
        yield 'both' => [[[$off, $good], [$off, $off]], 'swap-both', Verdict::CannotSay];
        yield 'at the second first' => [[[$good, $off], [$off, $good]], 'swap-followed-once', Verdict::Watch];
        yield 'gone when swapped back' => [[[$off, $good], [$good, $off], [$good, $good]], 'swap-gone-back', Verdict::CannotSay];
        yield 'not back' => [[[$off, $good], [$good, $off], [$good, $off]], 'swap-not-back', Verdict::Watch];
        yield 'neither before' => [[[$good, $good], [$good, $off]], 'swap-none-before', Verdict::CannotSay];
        yield 'both before' => [[[$off, $off], [$good, $off]], 'swap-both-before', Verdict::CannotSay];
    }

    /** @param list<array{string, string}> $readings before the swaps and after each */
    #[DataProvider('outcomes')]
    public function testWhatASwapTells(array $readings, string $code, Verdict $verdict): void
    {
        $tape = self::tape();
        foreach ($readings as $i => [$first, $second]) {
            $tape = 0 === $i ? $tape : self::swap($tape);
            self::read($tape, $first, $second);
        }
        self::assertSame([$code, $verdict], [self::code($tape), self::log($tape)->judged->reasons[0]->verdict]);
    }

    public function testWhereTheReadingsDoNotTellItIsAsked(): void
    {
        $tape = self::swap(self::tape());
        $open = static fn (): array => array_values(array_map(static fn (Step $s): string => $s->subject, array_filter(self::log($tape)->steps, static fn (Step $s): bool => $s->isOpen())));
        self::assertSame([['0', '1'], 'swap-not-said-before', Outcome::Open], [$open(), self::code($tape), self::log($tape)->judged->outcome]);
        $answer = static fn (string $subject, string $text): UnitTape => $tape->taken('trial', ['test' => 'fault-at', 'part' => 'V4+V5', 'subject' => $subject, 'text' => $text]);
        $answer('0', 'at-the-first');
        $answer('1', 'at-the-second');
        self::assertSame([[], 'swap-followed-once', Outcome::Watch], [$open(), self::code($tape), self::log($tape)->judged->outcome]);
        self::swap($tape);
        self::assertSame(['2'], $open());
        $answer('2', 'at-both');
        self::assertSame('swap-not-back', self::code($tape));
        $answer('2', 'at-the-first');
        self::assertSame('swap-proven', self::code($tape), 'the newest answer counts');
        $answer('1', 'gone');
        self::assertSame('swap-gone', self::code($tape));
    }

    public function testATubeThatGoesOnToAThirdSocketEndsTheFirstComparison(): void
    {
        $tape = self::swap(self::swap(self::tape(), 'swap V1 V2'), 'swap V3 V2');
        self::assertNull($tape->bench()->board('tubes')->find('V1+V2'));
        self::assertSame('V2 ↔ V3', self::log($tape, 'V2+V3')->detail, 'in one order, however it was typed');
        self::assertNotNull(self::swap($tape)->bench()->board('tubes')->find('V2+V3'), 'swaps elsewhere touch nothing');
    }

    public function testTestsOfATubeGoWithItAndThoseOfTheSocketStay(): void
    {
        $tape = self::tape();
        foreach ([['tube-shorts', 'V4', 'p-s'], ['contacts', 'V4', '5 loose'], ['tube-look', 'V5', 'faded']] as [$test, $part, $text]) {
            $tape->taken('trial', ['test' => $test, 'part' => $part, 'text' => $text]);
        }
        self::swap($tape);
        $at = static fn (string $part): array => array_map(static fn ($t): string => $t->kind->name(), $tape->state->record->tests()->of($part)->all);
        self::assertSame([['contacts', 'tube-look'], ['tube-shorts']], [$at('V4'), $at('V5')]);
        self::assertSame([], $tape->state->record->tests()->former, 'nothing is of a former part');
        self::swap($tape);
        self::assertSame(['tube-shorts', 'contacts'], $at('V4'));
    }

    public function testWhatStandsWhereAfterSwaps(): void
    {
        $drawn = ['V1' => '12AX7', 'V2' => '12AT7', 'V4' => '6L6GC', 'V5' => '6L6GC'];
        $change = static fn (string $text, FittedChanges $before): FittedChanges => $before->with(FittedChange::swap($text, $before->tubes($drawn)) ?? FittedChange::tube($text, array_keys($drawn)) ?? self::fail($text));
        $standing = static fn (FittedChanges $c): array => array_map(static fn (FittedTube $t): string => $t->type.' '.$t->how.(null === $t->label ? '' : ' '.$t->label), $c->tubes($drawn));
        $all = $change('swap V1 and V2', new FittedChanges());
        self::assertSame(['V1' => '12AT7 drawn', 'V2' => '12AX7 drawn', 'V4' => '6L6GC drawn', 'V5' => '6L6GC drawn'], $standing($all));
        self::assertSame([['tube', 'V2', '12AX7'], ['tube', 'V1', '12AT7']], array_map(static fn (FittedChange $c): array => [$c->kind(), $c->target(), $c->change['type']], $all->differences()), 'the circuit hears of other types');
        $all = $change('swap V4/V5', $change('V4 5881 #A-1', $all));
        self::assertSame(['6L6GC drawn', '5881 fitted A-1'], [$standing($all)['V4'], $standing($all)['V5']]);
        self::assertSame(['V5 5881 #A-1'], array_values(array_map(static fn (FittedChange $c): string => $c->text, array_filter($all->differences(), static fn (FittedChange $c): bool => 'V5' === $c->target()))));
        self::assertSame([], (new FittedChanges([FittedChange::swap('swap V4 V5', (new FittedChanges())->tubes($drawn)) ?? self::fail()]))->differences(), 'two of one type: the circuit is as it was');
        self::assertNull(FittedChange::swap('V4 V5', []));
        self::assertNull(FittedChange::tube('R14 12k', ['V4']));
        self::assertNull(FittedChange::tube('V4 weak', ['V4']));
        self::assertNull(FittedChange::tube('V4 out', []));
    }

    /** Weak tubes stay weak where they go. */
    public function testStrengthGoesWithTheTube(): void
    {
        $weak = FittedChange::fromFields(\Yew\Core\Codec\Fields::of(['text' => 'V4 weak 0.5', 'change' => ['kind' => 'strength', 'position' => 'V4', 'strength' => 0.5], 'foundSo' => true]));
        $swap = FittedChange::swap('swap V4 V5', ['V4' => new FittedTube('6L6GC', 'drawn'), 'V5' => new FittedTube('6L6GC', 'drawn')]) ?? self::fail();
        $all = (new FittedChanges([$weak, $swap]))->differences();
        self::assertSame([['strength', 'V5', 0.5]], array_map(static fn (FittedChange $c): array => [$c->kind(), $c->target(), $c->change['strength']], $all));
    }

    public function testAfterLostBiasNothingIsSwappedBeforeTheSocketsAreProved(): void
    {
        $tape = self::on(self::tape())->taken('reading', ['place' => 'V4.5', 'function' => 'dc-volts', 'text' => '0.0', 'meterId' => 'no-1']);
        self::assertSame(['V4.5'], array_values(array_unique(array_map(static fn ($b): string => $b->place, $tape->state->broken))));
        $tape->off()->taken('finding', ['what' => 'loose', 'severity' => 'note', 'place' => 'V4', 'text' => 'pin 5'])->discharged();
        $tape->refused('swap-bias-not-tapped', 'as-fitted', ['text' => 'swap V4 V5']);
        // Tubes out, power on, both grids read while the sockets are tapped.
        $tape->taken('conditions', ['facts' => ['tubes' => ['value' => ['V1' => ['type' => '12AX7'], 'V2' => ['type' => '12AX7'], 'V3' => ['type' => '12AX7'], 'V4' => 'out', 'V5' => 'out'], 'how' => 'measured']]]);
        self::on($tape);
        $tape->taken('reading', ['place' => 'V4.5', 'function' => 'dc-volts', 'text' => '-36.4', 'meterId' => 'no-1', 'tapped' => ['-36.3', '-36.4']]);
        $tape->taken('reading', ['place' => 'V5.5', 'function' => 'dc-volts', 'text' => '-36.4', 'meterId' => 'no-1']);
        $tape->off()->discharged();
        self::assertSame('V5', $tape->says('as-fitted', ['text' => 'swap V4 V5'])?->figures['position'], 'at rest is not while tapping');
        self::on($tape)->taken('reading', ['place' => 'V5.5', 'function' => 'dc-volts', 'text' => '-36.4', 'meterId' => 'no-1', 'tapped' => ['-36.4', '-52']]);
        $tape->off()->discharged()->refused('swap-bias-not-right', 'as-fitted', ['text' => 'swap V4 V5']);
        self::on($tape)->taken('reading', ['place' => 'V5.5', 'function' => 'dc-volts', 'text' => '-36.4', 'meterId' => 'no-1', 'tapped' => ['-36.2', '-36.4']]);
        $tape->off()->discharged()->taken('as-fitted', ['text' => 'swap V4 V5']);
    }

    public function testACathodeBiasedSocketIsProvedByAQuietGridAndWhatHangsAtItsCathode(): void
    {
        $tape = self::tape()->taken('finding', ['what' => 'red-plate', 'severity' => 'note', 'place' => 'V1', 'text' => '']);
        $out = self::CONDITIONS['facts']['tubes']['value'];
        $tape->taken('conditions', ['facts' => ['tubes' => ['value' => ['V1' => 'out', 'V2' => 'out'] + $out, 'how' => 'measured']]]);
        $grids = static function (string $volts) use ($tape): void {
            self::on($tape);
            foreach (['V1.2', 'V1.7', 'V2.2', 'V2.7'] as $place) {
                $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $volts, 'meterId' => 'no-1']);
            }
            $tape->off()->discharged();
        };
        $tape->refused('swap-grid-not-read', 'as-fitted', ['text' => 'swap V1 V2'])->discharged();
        $grids('0.50');
        $tape->refused('swap-grid-not-quiet', 'as-fitted', ['text' => 'swap V1 V2']);
        $grids('0.49');
        $tape->refused('swap-cathode-not-measured', 'as-fitted', ['text' => 'swap V1 V2']);
        foreach (['V1', 'V2'] as $position) {
            foreach ($tape->bench()->facts()->drawn->tubes[$position]->at('cathode') as $part) {
                $tape->refused('swap-cathode-not-measured', 'as-fitted', ['text' => 'swap V1 V2']);
                $tape->discharged()->taken('trial', str_starts_with($part, 'R') ? ['test' => 'resistor', 'part' => $part, 'text' => '1k5'] : ['test' => 'capacitor', 'part' => $part, 'text' => '24 1.0']);
            }
        }
        $tape->discharged()->taken('as-fitted', ['text' => 'swap V1 V2']);
    }

    public function testARedPlateSpeaksAgainstSwapsToo(): void
    {
        $tape = self::tape()->taken('finding', ['what' => 'red-plate', 'severity' => 'danger', 'place' => 'V5', 'text' => '']);
        $tape->refused('swap-bias-not-tapped', 'as-fitted', ['text' => 'swap V4 V5']);
        $tape->refused('swap-grid-not-read', 'as-fitted', ['text' => 'swap V1 V2']);
        UnitTape::in(ChassisState::Dead, FakeUnit::lantern())->taken('finding', ['what' => 'red-plate', 'severity' => 'danger', 'place' => 'V5', 'text' => ''])->refused('swap-circuit-not-known', 'as-fitted', ['text' => 'swap V4 V5']);
        self::tape()->taken('finding', ['what' => 'burnt', 'severity' => 'danger', 'place' => 'V5', 'text' => ''])->taken('as-fitted', ['text' => 'swap V4 V5']);
    }
}
