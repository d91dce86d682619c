<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Bench\ProofReading;
use Yew\Core\Codec\Fields;
use Yew\Core\Quantity\ReadingKind;

/** SAFE-1 to SAFE-2a and contract §8. */
final class ChassisTest extends TestCase
{
    private const ISLANDS = ['bplus', 'bias'];

    public function testBookedInCountsAsCharged(): void
    {
        self::assertSame(ChassisState::Discharging, Chassis::bookedIn(0)->at(1e6, self::ISLANDS)->state);
        self::assertSame([], ChassisState::Discharging->declarable(), 'dead is proved, never declared');
    }

    public function testDeadOnlyWhenEveryIslandWasReadUnderTenVolts(): void
    {
        $one = Chassis::bookedIn(0)->prove('bplus', self::read(0.4, 10), 10, self::ISLANDS);
        self::assertSame(ChassisState::Discharging, $one->state);
        self::assertSame(ChassisState::Discharging, $one->prove('bias', self::read(12.0, 20), 20, self::ISLANDS)->state, '10 to 60 V is low, not dead');
        self::assertSame(ChassisState::Dead, $one->prove('bias', self::read(-9.0, 20), 20, self::ISLANDS)->state);
    }

    public function testTheProofExpiresAfterTenMinutes(): void
    {
        $dead = self::dead(100);
        self::assertSame(700.0, $dead->provedUntil(self::ISLANDS));
        self::assertSame(ChassisState::Dead, $dead->at(699, self::ISLANDS)->state);
        $expired = $dead->at(700, self::ISLANDS);
        self::assertSame(ChassisState::Discharging, $expired->state);
        self::assertSame([], $expired->proofs);
    }

    public function testTheOldestIslandDecides(): void
    {
        $dead = Chassis::bookedIn(0)->prove('bplus', self::read(5, 100), 100, self::ISLANDS)->prove('bias', self::read(5, 400), 400, self::ISLANDS);
        self::assertSame(700.0, $dead->provedUntil(self::ISLANDS));
        self::assertSame(1000.0, $dead->prove('bplus', self::read(5, 600), 600, self::ISLANDS)->provedUntil(self::ISLANDS));
    }

    public function testAClippedBleederHoldsTheProofOfItsOwnBankOnly(): void
    {
        $dead = self::dead(100)->withBleeder('bplus');
        self::assertSame(700.0, $dead->provedUntil(self::ISLANDS), 'the other bank recovers charge as ever');
        self::assertSame(ChassisState::Discharging, $dead->at(700, self::ISLANDS)->state);
        $one = Chassis::bookedIn(0)->prove('bplus', self::read(0.4, 100), 100, ['bplus'])->withBleeder('bplus');
        self::assertSame(ChassisState::Dead, $one->at(100 + 43199, ['bplus'])->state);
        self::assertSame(ChassisState::Discharging, $one->withBleeder(null)->at(700, ['bplus'])->state);
        $late = Chassis::bookedIn(0)->prove('bplus', self::read(0.4, 100), 100, ['bplus'])->at(701, ['bplus'])->withBleeder('bplus');
        self::assertSame(ChassisState::Discharging, $late->at(702, ['bplus'])->state, 'it revives nothing that expired');
    }

    public function testPowerEndsTheBleedersFlag(): void
    {
        foreach ([ChassisState::Ramping, ChassisState::Driven] as $power) {
            self::assertNull(self::dead(100)->withBleeder('bplus')->declare($power, 200)->bleederOn);
        }
        self::assertSame('bplus', self::dead(100)->withBleeder('bplus')->declare(ChassisState::Discharging, 200)->bleederOn);
    }

    /** @return iterable<string, array{ReadingKind, float, bool, bool}> kind, volts, whether the meter was named, whether it proves */
    public static function evidence(): iterable
    {
        yield 'a low figure' => [ReadingKind::Value, 9.99, true, true];
        yield 'ten volts' => [ReadingKind::Value, 10.0, true, false];
        yield 'a low figure, negative' => [ReadingKind::Value, -9.99, true, true];
        yield 'at most half a volt' => [ReadingKind::Below, 0.5, true, true];
        yield 'at most twelve volts' => [ReadingKind::Below, 12.0, true, false];
        yield 'anything below −5' => [ReadingKind::Below, -5.0, true, false];
        yield 'at least 5 V' => [ReadingKind::Above, 5.0, true, false];
        yield 'overload' => [ReadingKind::Overload, 0.0, true, false];
        yield 'what wandered' => [ReadingKind::Intermittent, 0.1, true, false];
        yield 'by a meter that nobody named' => [ReadingKind::Value, 0.1, false, false];
    }

    #[DataProvider('evidence')]
    public function testOnlyAFigureOfANamedMeterProves(ReadingKind $kind, float $volts, bool $named, bool $proves): void
    {
        $reading = ProofReading::of($kind, $volts, $named);
        self::assertSame($proves, $reading->proves());
        self::assertSame($proves ? ChassisState::Dead : ChassisState::Discharging, Chassis::bookedIn(0)->prove('A', $reading, 10, ['A'])->state);
    }

    public function testOverloadEndsWhatWasProved(): void
    {
        $dead = Chassis::bookedIn(0)->prove('A', self::read(0.1, 10), 10, ['A']);
        $overload = $dead->prove('A', ProofReading::of(ReadingKind::Overload, 0.0, true, 20), 20, ['A']);
        self::assertSame([ChassisState::Discharging, []], [$overload->state, $overload->proofs]);
        self::assertSame(ChassisState::Discharging, $overload->prove('A', self::read(0.1, 700), 700, ['A'])->at(1300, ['A'])->state, 'and confirms nothing later');
        self::assertSame(ChassisState::Dead, $dead->prove('A', ProofReading::of(ReadingKind::Value, 0.1, false, 20), 20, ['A'])->state, 'a low reading without a meter takes nothing away');
        self::assertSame(ChassisState::Discharging, $dead->prove('A', ProofReading::of(ReadingKind::Value, 300, false, 20), 20, ['A'])->state, 'a high one does');
    }

    public function testAProofWhileItIsLiveCountsNowhere(): void
    {
        foreach ([ChassisState::Driven, ChassisState::Ramping, ChassisState::Energised] as $live) {
            $on = self::dead(100)->declare($live, 200);
            self::assertEquals($on, $on->prove('bplus', self::read(0.1, 300), 300, self::ISLANDS), $live->value);
        }
    }

    public function testWhatWasRefusedStillSpeaksAgainstTheProofs(): void
    {
        $doubted = self::dead(100)->doubted(200);
        self::assertSame([ChassisState::Discharging, [], 200.0], [$doubted->state, $doubted->proofs, $doubted->since]);
        $on = self::dead(100)->declare(ChassisState::Energised, 200)->doubted(300);
        self::assertSame([ChassisState::Energised, 200.0], [$on->state, $on->since], 'a live state is not lowered');
        self::assertSame(ChassisState::Discharging, $doubted->prove('bplus', self::read(0.1, 701), 701, self::ISLANDS)->prove('bias', self::read(0.1, 702), 702, self::ISLANDS)->at(1400, self::ISLANDS)->state, 'nor does it confirm later');
    }

    public function testTenMinutesAreTheServersOrThoseOfAClockThatWasSeen(): void
    {
        $proof = static fn (float $at, float $received, bool $seen): ProofReading => ProofReading::of(ReadingKind::Value, 0.1, true, $received, $seen);
        $confirmed = static fn (ProofReading $first, ProofReading $second): bool => null === Chassis::bookedIn(0)->prove('A', $first, 100, ['A'])->prove('A', $second, 700, ['A'])->provedUntil(['A']);
        self::assertTrue($confirmed($proof(100, 100, false), $proof(700, 700, false)), 'two exchanges ten minutes apart');
        self::assertFalse($confirmed($proof(100, 701, false), $proof(700, 702, false)), 'one batch of a device that nobody has seen');
        self::assertFalse($confirmed($proof(100, 701, true), $proof(700, 702, false)));
        self::assertTrue($confirmed($proof(100, 701, true), $proof(700, 702, true)), 'a device that was away, its clock seen before');
    }

    public function testTwoQuietProofsTenMinutesApartHold(): void
    {
        $dead = self::dead(100)->prove('bplus', self::read(0.2, 700), 700, self::ISLANDS)->prove('bias', self::read(0.1, 701), 701, self::ISLANDS);
        self::assertNull($dead->provedUntil(self::ISLANDS));
        self::assertSame(ChassisState::Dead, $dead->at(40000, self::ISLANDS)->state);
        $early = self::dead(100)->prove('bplus', self::read(0.2, 500), 500, self::ISLANDS)->prove('bias', self::read(0.1, 501), 501, self::ISLANDS);
        self::assertNotNull($early->provedUntil(self::ISLANDS), 'less than ten minutes apart proves nothing new');
    }

    public function testQuietIsLessThanAVolt(): void
    {
        $twice = static fn (float $first, float $second): ?float => Chassis::bookedIn(0)->prove('A', self::read($first, 100), 100, ['A'])->prove('A', self::read($second, 700), 700, ['A'])->provedUntil(['A']);
        self::assertNull($twice(0.95, 0.95), 'it holds until power is applied again');
        self::assertNotNull($twice(0.95, 1.05));
        self::assertNotNull($twice(1.05, 0.95));
    }

    public function testPowerForgetsEveryProof(): void
    {
        $on = self::dead(100)->declare(ChassisState::Ramping, 200)->declare(ChassisState::Energised, 300);
        $off = $on->declare(ChassisState::Discharging, 400);
        self::assertSame([], $off->proofs);
        self::assertSame(ChassisState::Discharging, $off->prove('bplus', self::read(0.1, 500), 500, self::ISLANDS)->state);
    }

    public function testALongSilenceEndsDeadAndLowersNothing(): void
    {
        $on = self::dead(100)->declare(ChassisState::Energised, 200);
        self::assertSame(ChassisState::Energised, $on->at(1e9, self::ISLANDS)->state, 'live until somebody says that it is off');
        $confirmed = self::dead(100)->prove('bplus', self::read(0.2, 700), 700, self::ISLANDS)->prove('bias', self::read(0.1, 701), 701, self::ISLANDS);
        self::assertSame(ChassisState::Dead, $confirmed->at(701 + 43199, self::ISLANDS)->state);
        self::assertSame(ChassisState::Discharging, $confirmed->at(701 + 43200, self::ISLANDS)->state, 'confirmed proofs too');
        self::assertSame(ChassisState::Dead, $confirmed->seen(20000)->at(701 + 43200, self::ISLANDS)->state);
    }

    public function testAnIslandThatTheSheetGainsIsNotProved(): void
    {
        self::assertSame(ChassisState::Discharging, self::dead(100)->at(110, [...self::ISLANDS, 'screen supply'])->state);
    }

    public function testSurvivesStorage(): void
    {
        $dead = self::dead(100);
        self::assertEquals($dead, Chassis::decode(Fields::of($dead->toArray())));
    }

    public function testWhatEachStateTakes(): void
    {
        self::assertTrue(ChassisState::Dead->takes(MeterFunction::Ohms));
        self::assertFalse(ChassisState::Dead->takes(MeterFunction::DcVolts));
        foreach ([ChassisState::Driven, ChassisState::Ramping, ChassisState::Energised, ChassisState::Discharging] as $live) {
            self::assertFalse($live->takes(MeterFunction::Ohms), $live->value);
            self::assertFalse($live->takes(MeterFunction::Farads), $live->value);
            self::assertTrue($live->takes(MeterFunction::DcVolts), $live->value);
        }
        self::assertFalse(ChassisState::Discharging->takes(MeterFunction::AcVolts));
        self::assertGreaterThan(ChassisState::Dead->danger(), ChassisState::Discharging->danger());
    }

    private static function read(float $volts, float $at): ProofReading
    {
        return ProofReading::of(ReadingKind::Value, $volts, true, $at);
    }

    private static function dead(float $at): Chassis
    {
        return Chassis::bookedIn(0)->prove('bplus', self::read(0.4, $at), $at, self::ISLANDS)->prove('bias', self::read(0.2, $at), $at, self::ISLANDS);
    }

    public function testASecondLowReadingAfterTheFirstRanOutHoldsUntilPower(): void
    {
        $once = Chassis::bookedIn(0)->prove('A', self::read(0.6, 60), 60, ['A']);
        $expired = $once->at(700, ['A']);
        self::assertSame(ChassisState::Discharging, $expired->state);
        $again = $expired->prove('A', self::read(0.3, 720), 720, ['A']);
        self::assertSame(ChassisState::Dead, $again->at(40000, ['A'])->state);
        self::assertSame(ChassisState::Discharging, $again->declare(ChassisState::Ramping, 90001)->declare(ChassisState::Discharging, 90002)->prove('A', self::read(0.2, 90003), 90003, ['A'])->at(90700, ['A'])->state, 'after power it begins anew');
        self::assertSame(ChassisState::Discharging, $once->at(700, ['A', 'B'])->prove('A', self::read(0.3, 720), 720, ['A', 'B'])->state, 'an expired proof of another bank proves nothing');
    }
}
