<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Job\Entry;
use Yew\Core\Job\UnitState;

/** What is taken back counts nowhere, and makes no chassis safer than the rest of the tape does (contract §4). */
final class TakenBackTest extends TestCase
{
    public function testAStepUpThatIsTakenBackStillEndsTheProofs(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $tape->readyForPower();
        $state = self::withdrawn($tape, 'state-change', $tape->powerOn());
        self::assertSame([ChassisState::Discharging, []], [$state->chassis->state, $state->chassis->proofs]);
        self::assertSame([[], []], [$state->overrides, $state->ramps->all], 'and of its gates nothing is kept');
    }

    public function testAStepDownThatIsTakenBackLeavesItLive(): void
    {
        $tape = UnitTape::in(ChassisState::Energised);
        self::assertSame(ChassisState::Energised, self::withdrawn($tape, 'state-change', ['to' => 'discharging'])->chassis->state);
    }

    public function testAProofThatIsTakenBackProvesNothing(): void
    {
        $tape = UnitTape::in(ChassisState::Discharging);
        $proof = ['island' => $tape->bench()->islands()[0], 'text' => '0.4', 'meterId' => 'no-1'];
        self::assertSame([], self::withdrawn($tape, 'discharge-proof', $proof)->chassis->proofs);
        // Volts that were found end a proof, whether they are taken back or not.
        $tape->discharged();
        self::assertSame(ChassisState::Discharging, self::withdrawn($tape, 'discharge-proof', ['text' => 'ol'] + $proof)->chassis->state);
    }

    public function testABleederThatWasSaidToBeOffStaysOff(): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $bleeder = static fn (?array $value): array => ['facts' => ['bleeder' => null === $value ? ['how' => 'unknown'] : ['value' => $value, 'how' => 'measured']], ...(null === $value ? [] : ['bleederIsland' => $tape->bench()->islands()[0]])];
        $tape->state->chassis = $tape->state->chassis->withBleeder($tape->bench()->islands()[0]);
        self::assertNull(self::withdrawn($tape, 'conditions', $bleeder(null))->chassis->bleederOn);
        self::assertNotNull(self::withdrawn($tape, 'conditions', ['facts' => ['inletVolts' => ['value' => 117.0, 'how' => 'measured']]])->chassis->bleederOn);
    }

    /** @return iterable<string, array{string, array<string, mixed>, \Closure(UnitState): mixed}> */
    public static function entries(): iterable
    {
        yield 'a part' => ['as-fitted', ['text' => 'R14 new'], static fn (UnitState $s): array => [$s->record->renewed(), $s->work->renewals, $s->fitted->all]];
        yield 'a lead' => ['lead', ['name' => 'L1', 'colour' => 'blue', 'from' => 'T2', 'to' => 'V4.3', 'does' => 'plate', 'certainty' => 'seen'], static fn (UnitState $s): array => $s->work->leads];
        yield 'a cause' => ['cause', ['text' => 'x', 'certainty' => 'suspected'], static fn (UnitState $s): array => $s->work->causes];
        yield 'conditions' => ['conditions', ['facts' => ['inletVolts' => ['value' => 111.0, 'how' => 'measured']]], static fn (UnitState $s): array => [$s->conditions->toArray(), $s->conditionsId]];
        yield 'a photo' => ['photo', ['photoId' => 'p'], static fn (UnitState $s): array => $s->record->photos()];
        yield 'a modification' => ['modification', ['part' => 'R14', 'why' => 'w', 'undo' => 'u', 'agreed' => 'a'], static fn (UnitState $s): array => $s->work->modifications];
    }

    /**
     * @param array<string, mixed>       $payload
     * @param \Closure(UnitState): mixed $what
     */
    #[DataProvider('entries')]
    public function testItCountsNowhere(string $kind, array $payload, \Closure $what): void
    {
        $tape = UnitTape::in(ChassisState::Dead);
        $before = $what($tape->state);
        self::assertEquals($before, $what(self::withdrawn($tape, $kind, $payload)));
        self::assertTrue($tape->unit->kinds()->find($kind)?->canBeTakenBack());
        self::assertNotEquals($before, $what($tape->taken($kind, $payload)->state));
    }

    public function testWhatTheServerDoesIsNotTakenBack(): void
    {
        foreach (['close-out', 'sheet-chosen', 'shelf-move', 'correction', 'accept', 'estimate-sent', 'estimate-answered', 'report-issued', 'book-in', 'clock'] as $kind) {
            self::assertFalse(FakeUnit::lantern()->kinds()->find($kind)?->canBeTakenBack(), $kind);
        }
    }

    /** @param array<string, mixed> $payload */
    private static function withdrawn(UnitTape $tape, string $kind, array $payload): UnitState
    {
        return $tape->state->after(new Entry('back', $tape->reads($kind, $payload), $tape->now + 5, $tape->now + 5, 'pa'), $tape->bench()->islands(), true);
    }
}
