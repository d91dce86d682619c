<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Power;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Power\PoweredRun;
use Yew\Core\Power\PowerRecord;
use Yew\Core\Reading\Verdict;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** What the report says of how an amplifier was brought up (PWR-7). */
final class PowerRecordTest extends TestCase
{
    private const ALL = ['V1', 'V2', 'V3', 'V4', 'V5'];

    public function testEverySetOfTubesIsARunOfItsOwnInTheOrderInWhichTheyWentIn(): void
    {
        $tape = self::dead();
        self::assertTrue(PowerRecord::of($tape->bench()->facts())->isEmpty());
        self::on($tape, self::ALL, ['A' => '440', 'B' => '440']);
        self::on($tape, ['V1', 'V2', 'V3'], ['A' => '430']);
        self::on($tape, self::ALL, ['A' => '441']);
        $record = PowerRecord::of($tape->bench()->facts());
        self::assertSame([['no-tubes', 3], ['with-V4-V5', 1]], array_map(static fn (PoweredRun $r): array => [$r->name, \count($r->samples)], $record->runs));
        self::assertSame(0, $record->earlier);
        self::assertNotNull($record->runs[0]->endedAt);
        self::assertGreaterThan($record->runs[1]->endedAt, $record->runs[0]->endedAt, 'the last time that it was on so');
        // Of each place the newest reading of a stop counts.
        $stop = $record->runs[0]->stops[\count($record->runs[0]->stops) - 1];
        self::assertSame(['B' => 440.0, 'A' => 441.0], array_column(array_map(static fn ($s): array => [$s->place, $s->value], $record->runs[0]->readAt($stop)), 1, 0));
    }

    public function testHowManyReadingsAreAsTheyShouldBe(): void
    {
        $tape = self::dead();
        self::powered($tape, self::ALL);
        $volts = static fn (string $place): float => $tape->bench()->readings()->expectedUnder($place, MeterFunction::DcVolts, $tape->state->conditions)->volts ?? self::fail($place);
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => \sprintf('%.1f', $volts('A')), 'meterId' => 'no-1'], 1.0);
        $tape->taken('reading', ['place' => 'B', 'function' => 'dc-volts', 'text' => \sprintf('%.1f', 0.8 * $volts('B')), 'meterId' => 'no-1'], 1.0);
        $count = static fn (): array => PowerRecord::of($tape->bench()->facts())->runs[0]->count();
        self::assertSame(['read' => 2, 'within' => 1, 'accepted' => 0, 'against' => 1], $count());
        $sample = $tape->state->ramps->current()->samples[1] ?? self::fail('it is kept');
        self::assertSame(Verdict::Out, $sample->verdict);
        $tape->taken('accept', ['reading' => $sample->entryId, 'reason' => 'a long lead'], 1.0);
        self::assertSame(['read' => 2, 'within' => 1, 'accepted' => 1, 'against' => 0], $count());
        self::assertFalse(PowerRecord::of($tape->bench()->facts())->runs[0]->isWalked());
    }

    public function testWhatWasBeforeAPartWasExchangedNoLongerCounts(): void
    {
        $tape = self::dead();
        self::on($tape, self::ALL, ['A' => '440'], '440/20/300');
        $record = PowerRecord::of($tape->bench()->facts());
        self::assertSame(['A'], array_keys($record->falls));
        self::assertSame('fall-healthy', $record->falls['A']->reason->code);
        self::assertSame([['seconds' => 0.0, 'volts' => 440.0], ['seconds' => 20.0, 'volts' => 300.0]], $record->falls['A']->points());
        self::assertSame(1.0, $record->falls['A']->band()[0]['share']);
        $tape->taken('as-fitted', ['text' => 'C2 new'], 1.0);
        $record = PowerRecord::of($tape->bench()->facts());
        self::assertSame([[], [], 1, false], [$record->runs, $record->falls, $record->earlier, $record->isEmpty()]);
    }

    public function testWhatWasSeenInTheDarkIsSaidByTube(): void
    {
        $tape = self::dead();
        self::powered($tape, []);
        self::assertSame([], PowerRecord::of($tape->bench()->facts())->glows, 'nobody looked');
        $tape->taken('trial', ['test' => 'lights-out', 'part' => 'V5', 'text' => 'faint-blue'], 1.0);
        self::assertSame(['V5' => 'faint-blue'], PowerRecord::of($tape->bench()->facts())->glows);
    }

    private static function dead(): UnitTape
    {
        return UnitTape::in(ChassisState::Dead, FakeUnit::demo('lantern-30'));
    }

    /**
     * @param list<string>          $out
     * @param array<string, string> $readings
     */
    private static function on(UnitTape $tape, array $out, array $readings, string $fall = ''): void
    {
        self::powered($tape, $out);
        foreach ($readings as $place => $text) {
            $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1'], 1.0);
        }
        $tape->taken('state-change', ['to' => 'discharging'], 1.0);
        if ('' !== $fall) {
            $tape->taken('trial', ['test' => 'decay', 'part' => 'A', 'text' => $fall], 20.0);
        }
        $tape->discharged();
    }

    /** @param list<string> $out */
    private static function powered(UnitTape $tape, array $out): void
    {
        $tape->readyForPower()->taken('conditions', ['facts' => [
            'tubes' => ['value' => $tape->unit->tubesBut($out), 'how' => 'measured'], 'meterId' => ['value' => 'no-1', 'how' => 'measured'], 'limiters' => ['value' => [], 'how' => 'measured'], 'source' => ['value' => ['kind' => 'wall', 'volts' => 117.0], 'how' => 'measured'], 'standby' => ['value' => 'play', 'how' => 'measured'],
        ]], 1.0);
        $tape->taken('state-change', $tape->powerOn('owner'), 1.0);
    }
}
