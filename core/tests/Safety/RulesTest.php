<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Safety;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\ProofReading;
use Yew\Core\Capacitor\CapacitorTestKind;
use Yew\Core\Job\Entry\Remark;
use Yew\Core\Job\Entry\ShelfMove;
use Yew\Core\Job\ShelfRules;
use Yew\Core\Job\ShelfState;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Safety\ChassisRules;
use Yew\Core\Safety\ProofVerdict;
use Yew\Core\Safety\WarmUp;
use Yew\Core\Test\TakenTest;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;

/** Verdicts and rules of safety at their thresholds (SAFE-1, SAFE-2, SAFE-2a, COND-3, REC-3). */
final class RulesTest extends TestCase
{
    /** @return iterable<string, array{ReadingKind, float, bool, string, string}> */
    public static function proofs(): iterable
    {
        yield 'nothing' => [ReadingKind::Value, 0.0, true, 'within', 'proved-discharged'];
        yield 'just under ten' => [ReadingKind::Value, 9.99, true, 'within', 'proved-discharged'];
        yield 'ten' => [ReadingKind::Value, 10.0, true, 'watch', 'low-not-dead'];
        yield 'ten below' => [ReadingKind::Value, -10.0, true, 'watch', 'low-not-dead'];
        yield 'just under sixty' => [ReadingKind::Value, 59.9, true, 'watch', 'low-not-dead'];
        yield 'sixty' => [ReadingKind::Value, 60.0, true, 'danger', 'still-charged'];
        yield 'sixty below' => [ReadingKind::Value, -60.0, true, 'danger', 'still-charged'];
        yield 'a detection limit' => [ReadingKind::Below, 0.5, true, 'within', 'proved-discharged'];
        yield 'anything below minus five' => [ReadingKind::Below, -5.0, true, 'danger', 'proves-nothing'];
        yield 'over five' => [ReadingKind::Above, 5.0, true, 'danger', 'proves-nothing'];
        yield 'overload' => [ReadingKind::Overload, 0.0, true, 'danger', 'proves-nothing'];
        yield 'it moves' => [ReadingKind::Intermittent, 0.0, true, 'danger', 'proves-nothing'];
        yield 'no meter named' => [ReadingKind::Value, 0.4, false, 'cannot-say', 'proof-without-meter'];
        yield 'charged, whatever the meter' => [ReadingKind::Value, 60.0, false, 'danger', 'still-charged'];
    }

    #[DataProvider('proofs')]
    public function testWhatAProofProves(ReadingKind $kind, float $volts, bool $named, string $verdict, string $code): void
    {
        $said = ProofVerdict::of(ProofReading::of($kind, $volts, $named))->toArray('the reservoir');
        self::assertSame([$verdict, $code, ['islandName' => 'the reservoir']], [$said['verdict'], $said['reasonCode'], $said['figures']]);
    }

    public function testWarmUpBeginsAnewWhereTheMainsMoveByMoreThanTwoPercent(): void
    {
        $mains = static fn (?float $volts): Conditions => self::stated(null === $volts ? [] : ['inletVolts' => $volts]);
        self::assertSame(10.0, WarmUp::under(10.0, $mains(100.0), $mains(102.0), 90.0));
        self::assertSame(90.0, WarmUp::under(10.0, $mains(100.0), $mains(102.1), 90.0));
        self::assertSame(10.0, WarmUp::under(10.0, $mains(100.0), $mains(98.0), 90.0));
        self::assertSame(90.0, WarmUp::under(10.0, $mains(100.0), $mains(97.9), 90.0));
        self::assertSame(10.0, WarmUp::under(10.0, $mains(null), $mains(120.0), 90.0), 'nobody said what it was before');
        self::assertNull(WarmUp::under(null, $mains(100.0), $mains(120.0), 90.0), 'nothing is warm');
    }

    public function testWarmUpBeginsAnewWithoutTheLamp(): void
    {
        $none = self::stated(['limiters' => []]);
        $lamp = self::stated(['limiters' => [['kind' => 'lamp', 'watts' => 60.0, 'ratedVolts' => 120.0]]]);
        self::assertSame(90.0, WarmUp::under(10.0, $lamp, $none, 90.0));
        self::assertSame(90.0, WarmUp::under(10.0, $none, $lamp, 90.0));
        self::assertSame(10.0, WarmUp::under(10.0, $lamp, $lamp, 90.0));
        self::assertSame(10.0, WarmUp::under(10.0, Conditions::unknown(), $lamp, 90.0));
    }

    public function testOnlyWhatIsPoweredWarms(): void
    {
        foreach (ChassisState::cases() as $state) {
            self::assertSame(\in_array($state, [ChassisState::Ramping, ChassisState::Energised], true) ? 5.0 : null, WarmUp::after($state, 5.0), $state->value);
        }
    }

    public function testLeakageNeedsVoltsAndCapacitanceNone(): void
    {
        $test = static fn (string $text, bool $lifted = false): TakenTest => TakenTest::typed(CapacitorTestKind::Capacitor, 'C2', '', $text, $lifted);
        foreach (ChassisState::cases() as $state) {
            $may = \in_array($state, [ChassisState::Dead, ChassisState::Driven], true);
            self::assertSame($may ? null : 'trial-state', ChassisRules::test($state, $test('47', true))?->code, $state->value);
        }
        self::assertNull(ChassisRules::test(ChassisState::Dead, $test('47 0.4'))?->code);
        self::assertSame('capacitance-when-dead', ChassisRules::test(ChassisState::Driven, $test('47'))?->code);
        self::assertSame('capacitance-when-dead', ChassisRules::test(ChassisState::Driven, $test('- 0.4'))?->code);
        self::assertNull(ChassisRules::test(ChassisState::Driven, $test('1m@400/3m'))?->code);
        self::assertSame('leakage-when-driven', ChassisRules::test(ChassisState::Dead, $test('1m@400/3m'))?->code);
        self::assertNull(ChassisRules::test(ChassisState::Dead, $test('47 0.4 1m@400/3m', true))?->code, 'out of the amplifier it has volts of its own');
    }

    public function testNothingLeavesTheBenchLive(): void
    {
        $none = static fn (): ?string => null;
        foreach (ShelfState::cases() as $to) {
            foreach (ChassisState::cases() as $state) {
                $leaves = \in_array($to, [ShelfState::Collected, ShelfState::Ready], true) && \in_array($state, [ChassisState::Driven, ChassisState::Ramping, ChassisState::Energised], true);
                $code = ShelfRules::refusal('shelf-move', new ShelfMove($to, ''), ShelfState::OnTheBench, 'K-1', [ChassisState::Dead, $state], $none)?->code;
                self::assertSame($leaves ? 'live-on-leaving' : null, $code, $to->value.' '.$state->value);
            }
        }
    }

    public function testACollectedJobIsShut(): void
    {
        $said = new Remark(['text' => 'x']);
        $none = static fn (): ?string => null;
        foreach (FakeUnit::withoutSheet()->kinds()->names() as $kind) {
            $code = ShelfRules::refusal($kind, $said, ShelfState::Collected, 'K-1', [], $none)?->code;
            self::assertSame(\in_array($kind, ['shelf-move', 'note', 'report-issued'], true) ? null : 'job-closed', $code, $kind);
            self::assertNull(ShelfRules::refusal($kind, $said, ShelfState::Ready, 'K-1', [], $none), $kind);
        }
        $back = new ShelfMove(ShelfState::OnTheBench, '');
        self::assertNull(ShelfRules::refusal('shelf-move', $back, ShelfState::Collected, 'K-1', [], $none));
        self::assertSame('open-elsewhere', ShelfRules::refusal('shelf-move', $back, ShelfState::Collected, 'K-1', [], static fn (): string => 'K-2')?->code);
        self::assertNull(ShelfRules::refusal('shelf-move', new ShelfMove(ShelfState::Collected, ''), ShelfState::Collected, 'K-1', [], static fn (): string => 'K-2'));
    }

    public function testWhatABankMayHold(): void
    {
        $tape = UnitTape::in(ChassisState::Energised, FakeUnit::lantern(true));
        $tape->taken('reading', ['place' => 'A', 'function' => 'dc-volts', 'text' => '480', 'meterId' => 'no-1']);
        $held = static fn (UnitTape $t): array => array_combine(array_map(static fn ($c): string => $c->island->id, $t->bench()->storedCharge()), $t->bench()->storedCharge());
        $bank = array_values(array_filter($held($tape), static fn ($c): bool => \in_array('A', $c->island->nodes, true)))[0];
        self::assertSame(480.0, $bank->startVolts, 'what was read, where that is more than what is printed');
        self::assertFalse($bank->isProved);
        self::assertNotNull($bank->secondsToHandsIn);
        self::assertGreaterThan($bank->secondsToTouch, $bank->secondsToHandsIn);
        // Two cans of 50 µF at 480 V alone hold 11.5 J; the other rails add theirs.
        self::assertGreaterThan(0.5 * 100e-6 * 480.0 ** 2, $bank->energyJoules);
        $id = $bank->island->id;
        $tape->off()->taken('discharge-proof', ['island' => $id, 'text' => '10.0', 'meterId' => 'no-1']);
        self::assertFalse($held($tape)[$id]->isProved);
        $tape->taken('discharge-proof', ['island' => $id, 'text' => '9.9', 'meterId' => 'no-1']);
        self::assertTrue($held($tape)[$id]->isProved);
    }

    /** @param array<string, mixed> $facts */
    private static function stated(array $facts): Conditions
    {
        return Conditions::decode(array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts));
    }
}
