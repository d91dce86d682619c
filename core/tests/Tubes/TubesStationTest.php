<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Tubes;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\BadData;
use Yew\Core\Job\Bench;
use Yew\Core\Reading\Verdict;
use Yew\Core\Station\Consequence;
use Yew\Core\Station\Item;
use Yew\Core\Station\Outcome;
use Yew\Core\Station\Step;
use Yew\Core\Test\Reason;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** The tubes of one unit: what stands where, what is asked for, what a failed one asks for, and which may change places. */
final class TubesStationTest extends TestCase
{
    private static function tape(ChassisState $state = ChassisState::Dead): UnitTape
    {
        return UnitTape::in($state, FakeUnit::lantern(true));
    }

    /** @phpstan-impure */
    private static function item(Bench $bench, string $part, string $station = 'tubes'): Item
    {
        return $bench->board($station)->find($part) ?? self::fail($part.' is on the board');
    }

    private static function test(UnitTape $tape, string $test, string $part, string $text, string $subject = ''): UnitTape
    {
        return $tape->taken('trial', ['test' => $test, 'part' => $part, 'text' => $text, ...('' === $subject ? [] : ['subject' => $subject])]);
    }

    /**
     * @phpstan-impure
     *
     * @return list<string>
     */
    private static function codes(Item $item): array
    {
        return array_map(static fn (Reason $r): string => $r->code, $item->judged->reasons);
    }

    public function testOutputTubesStandFirstAndEachAsksForWhatItNeeds(): void
    {
        $board = self::tape()->bench()->board('tubes');
        self::assertSame(['tester', 'V4', 'V5', 'V1', 'V2', 'V3'], array_map(static fn (Item $i): string => $i->part, $board->items));
        $steps = static fn (string $part): array => array_map(static fn (Step $s): string => $s->kind->name().$s->subject.($s->optional ? '?' : ''), self::item(self::tape()->bench(), $part)->steps);
        self::assertSame(['tube-type', 'tube-look', 'tube-shorts', 'tube-heater?', 'tube-figures', 'tube-gas', 'tube-noise?'], $steps('V4'));
        self::assertSame(['tube-type', 'tube-look', 'tube-shorts', 'tube-heater?', 'tube-figures1', 'tube-figures2', 'tube-gas?', 'tube-noise?'], $steps('V1'));
        self::assertSame('6L6GC, output', self::item(self::tape()->bench(), 'V4')->detail, 'drawn, while nobody has read the glass');
    }

    public function testATubeIsGoodWhenAllThatIsAskedWasAnswered(): void
    {
        $tape = self::tape();
        self::test($tape, 'tester', 'tester', 'card tester');
        $tape->taken('as-fitted', ['text' => 'found V4 6L6GC']);
        self::test($tape, 'tube-look', 'V4', 'silvery');
        self::test($tape, 'tube-shorts', 'V4', 'none');
        self::test($tape, 'tube-gas', 'V4', 'ok');
        self::assertSame(Outcome::Open, self::item($tape->bench(), 'V4')->judged->outcome);
        self::test($tape, 'tube-figures', 'V4', '80%/60');
        self::assertSame([Outcome::Good, Verdict::Within], [self::item($tape->bench(), 'V4')->judged->outcome, self::item($tape->bench(), 'V4')->judged->verdict]);
        self::test($tape, 'tube-figures', 'V4', '55%/60');
        self::assertSame(Outcome::Watch, self::item($tape->bench(), 'V4')->judged->outcome, 'the worst decides');
        self::test($tape, 'tube-figures', 'V4', '30%/60');
        self::assertSame(Outcome::Replace, self::item($tape->bench(), 'V4')->judged->outcome);
        $tape->taken('as-fitted', ['text' => 'V4 new']);
        self::assertSame([Outcome::Open, []], [self::item($tape->bench(), 'V4')->judged->outcome, self::codes(self::item($tape->bench(), 'V4'))], 'a new tube has none of the old one’s faults, and nobody read its glass');
    }

    public function testTheSuffixDecidesTheLimitsAndIsAskedFor(): void
    {
        $tape = self::tape()->taken('as-fitted', ['text' => 'found V4 6L6']);
        self::assertSame(['marked-without-suffix'], self::codes(self::item($tape->bench(), 'V4')));
        self::assertSame('cannot-say', $tape->reads('as-fitted', ['text' => 'found V4 6L6'])->judge(new \Yew\Core\Job\Entry('x', null, $tape->now, $tape->now, 'pa'), $tape->bench(), $tape->bench())['verdict'] ?? null);
        self::assertNull($tape->bench()->fitted()->tubes([])['V4']->label);
        $tape->taken('as-fitted', ['text' => 'found V4 6L6GC #t017']);
        self::assertSame(['marked-as-drawn-limit'], self::codes(self::item($tape->bench(), 'V4')));
        self::assertSame('T017', $tape->bench()->fitted()->tubes([])['V4']->label);
        $tape->taken('as-fitted', ['text' => 'found V4 drawn']);
        self::assertSame([], self::codes(self::item($tape->bench(), 'V4')), 'taken back');
    }

    /** EL34 in a 6L6GC socket: pin 1 is its suppressor, and free where 6L6GC stands (handbooks, from memory). */
    public function testAnotherTypeIsJudgedByTheCircuitBeforeItGoesIn(): void
    {
        $tape = self::tape();
        $tape->refused('tube-other-base', 'as-fitted', ['text' => 'V4 EL84'])->refused('tube-other-heater', 'as-fitted', ['text' => 'V4 50L6GT']);
        $tape->taken('as-fitted', ['text' => 'V4 5881']);
        $codes = self::codes(self::item($tape->bench(), 'V4'));
        self::assertContains('marked-equivalent', $codes);
        self::assertSame('5881', self::item($tape->bench(), 'V4')->more?->toArray()['type'] ?? null);
        // What is found in there is in there, whatever one thinks of it.
        $tape->taken('as-fitted', ['text' => 'found V4 EL84']);
        self::assertSame(Outcome::Replace, self::item($tape->bench(), 'V4')->judged->outcome);
        self::assertSame([], self::tape()->bench()->facts()->substitutions());
    }

    public function testTubesGoInAndOutOnADeadChassisOnly(): void
    {
        foreach (['V4 5881', 'V4 6L6GC', 'swap V4 V5'] as $text) {
            self::tape(ChassisState::Energised)->refused('parts-only-when-dead', 'as-fitted', ['text' => $text]);
            self::tape(ChassisState::Discharging)->refused('parts-only-when-dead', 'as-fitted', ['text' => $text]);
        }
        self::tape(ChassisState::Energised)->taken('as-fitted', ['text' => 'found V4 5881']);
        self::tape()->refused('no-such-change', 'as-fitted', ['text' => 'swap V4 V9'])->refused('no-such-change', 'as-fitted', ['text' => 'swap V4 V4'])->refused('no-such-change', 'as-fitted', ['text' => 'V9 6L6GC']);
    }

    public function testATypeIsNoTest(): void
    {
        $this->expectException(BadData::class);
        self::tape()->reads('trial', ['test' => 'tube-type', 'part' => 'V4', 'text' => '6L6GC']);
    }

    public function testWithoutASheetTubesAreListedAsTheyAreNamed(): void
    {
        $tape = UnitTape::in(ChassisState::Dead, FakeUnit::withoutSheet());
        self::assertSame(['tester', 'V1'], array_map(static fn (Item $i): string => $i->part, $tape->bench()->board('tubes')->items));
        self::assertFalse(self::item($tape->bench(), 'V1')->isAsked());
        $tape->taken('as-fitted', ['text' => 'found V1 EL84'])->taken('as-fitted', ['text' => 'V3 12AX7']);
        self::assertSame(['tester', 'V1', 'V3', 'V2'], array_map(static fn (Item $i): string => $i->part, $tape->bench()->board('tubes')->items));
        self::assertSame(['marked-none-drawn'], self::codes(self::item($tape->bench(), 'V1')));
        self::test($tape, 'tube-shorts', 'V7', 'none');
        self::assertNotNull($tape->bench()->board('tubes')->find('V7'));
        $tape->taken('as-fitted', ['text' => 'a wire across the standby switch']);
        self::assertSame([], array_values(array_filter($tape->bench()->fitted()->differences(), static fn ($c): bool => 'words' === $c->kind())), 'in words: on the record, and counts nowhere');
    }

    public function testADeadShortInAnOutputTubeAsksForAllAroundIt(): void
    {
        $tape = self::tape();
        self::assertSame([], self::item($tape->bench(), 'V4')->consequences);
        self::test($tape, 'tube-shorts', 'V4', 'p-s');
        $asks = array_map(static fn (Consequence $c): string => $c->station.' '.$c->part, self::item($tape->bench(), 'V4')->consequences);
        sort($asks);
        self::assertSame(['capacitors C14', 'iron T2', 'look F1', 'resistors R21', 'resistors R25', 'resistors R27', 'resistors R33', 'resistors V4'], $asks);
        self::assertSame(['V4'], self::item($tape->bench(), 'R25', 'resistors')->askedBy);
        self::assertSame([], self::item($tape->bench(), 'R26', 'resistors')->askedBy, 'its sister is not concerned');
        $asked = $tape->bench()->consequencesOf('V4');
        self::assertCount(8, $asked);
        self::assertSame([], array_filter($asked, static fn (array $a): bool => $a['item']->isDone()));
        self::test($tape, 'resistor', 'R25', '470');
        self::assertCount(1, array_filter($tape->bench()->consequencesOf('V4'), static fn (array $a): bool => $a['item']->isDone()), 'ticked off as it is measured');
        $tape->taken('as-fitted', ['text' => 'V4 new']);
        self::assertSame([], $tape->bench()->consequencesOf('V4'), 'the new tube asks for nothing; what was measured stays');
    }

    public function testOtherFaultsAskForWhatTheyTouch(): void
    {
        $asks = static function (string $test, string $part, string $text): array {
            $parts = array_map(static fn (Consequence $c): string => $c->part, self::item(self::test(self::tape(), $test, $part, $text)->bench(), $part)->consequences);
            sort($parts);

            return $parts;
        };
        self::assertSame(['C14', 'R27', 'R33', 'V4'], $asks('tube-gas', 'V4', 'gassy'), 'grid leak, coupling capacitor, the contact that holds the bias');
        self::assertSame(['R21', 'heaters'], $asks('tube-shorts', 'V4', 'k-h 200k'));
        self::assertSame(['V4'], $asks('tube-heater', 'V4', 'open'));
        self::assertSame(['F1'], $asks('tube-look', 'V4', 'white'), 'intact beside it, or blown with it: the fuse is a witness');
        self::assertSame([], $asks('tube-shorts', 'V4', 'k-h 5M'));
        self::assertSame([], $asks('tube-figures', 'V4', '30%/60'));
        self::assertSame(['C6', 'C7', 'F1', 'R2', 'R3', 'R4'], array_values(array_diff($asks('tube-shorts', 'V1', 'g-k'), ['R1', 'P1'])), 'a small tube asks for what hangs at the two electrodes');
    }

    public function testAPairThatWorksTogetherIsJudgedTogether(): void
    {
        $tape = self::test(self::tape(), 'tester', 'tester', 'card tester');
        self::test($tape, 'tube-figures', 'V4', '80%/60');
        self::assertNotContains('set-apart', self::codes(self::item($tape->bench(), 'V4')));
        self::test($tape, 'tube-figures', 'V5', '65%/60');
        foreach (['V4', 'V5'] as $part) {
            self::assertContains('set-apart', self::codes(self::item($tape->bench(), $part)));
        }
        self::test($tape, 'tube-figures', 'V3', '80%/60', '1');
        self::test($tape, 'tube-figures', 'V3', '65%/60', '2');
        self::test($tape, 'tube-figures', 'V1', '80%/60', '1');
        self::test($tape, 'tube-figures', 'V1', '65%/60', '2');
        self::assertNotContains('halves-apart', self::codes(self::item($tape->bench(), 'V1')), 'two stages after one another need no balance');
        $strengths = self::item($tape->bench(), 'V3')->more?->toArray()['strengths'] ?? [];
        self::assertSame([['section' => '1', 'unit' => '%', 'overGood' => 80 / 60, 'verdict' => 'within'], ['section' => '2', 'unit' => '%', 'overGood' => 65 / 60, 'verdict' => 'within']], $strengths);
        self::assertCount(2, self::item($tape->bench(), 'V3')->gauges);
    }

    public function testOnlyTubesOfOneTypeThatStillWorkChangePlaces(): void
    {
        $partners = static fn (UnitTape $tape, string $part): mixed => self::item($tape->bench(), $part)->more?->toArray()['partners'] ?? null;
        $tape = self::tape();
        self::assertSame([['V5'], ['V2', 'V3']], [$partners($tape, 'V4'), $partners($tape, 'V1')]);
        self::test($tape, 'tube-shorts', 'V2', 'p-g');
        self::assertSame([['V3'], []], [$partners($tape, 'V1'), $partners($tape, 'V2')]);
        $tape->taken('as-fitted', ['text' => 'V5 5881']);
        self::assertSame([], $partners($tape, 'V4'));
    }
}
