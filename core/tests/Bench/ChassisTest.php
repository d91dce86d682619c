<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Chassis;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;

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
        $one = Chassis::bookedIn(0)->prove('bplus', 0.4, 10, self::ISLANDS);
        self::assertSame(ChassisState::Discharging, $one->state);
        self::assertSame(ChassisState::Discharging, $one->prove('bias', 12.0, 20, self::ISLANDS)->state, '10 to 60 V is low, not dead');
        self::assertSame(ChassisState::Dead, $one->prove('bias', -9.0, 20, self::ISLANDS)->state);
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
        $dead = Chassis::bookedIn(0)->prove('bplus', 5, 100, self::ISLANDS)->prove('bias', 5, 400, self::ISLANDS);
        self::assertSame(700.0, $dead->provedUntil(self::ISLANDS));
        self::assertSame(1000.0, $dead->prove('bplus', 5, 600, self::ISLANDS)->provedUntil(self::ISLANDS));
    }

    public function testAClippedBleederHoldsTheProof(): void
    {
        $dead = self::dead(100)->withBleeder(true);
        self::assertSame(ChassisState::Dead, $dead->at(1e6, self::ISLANDS)->state);
        self::assertSame(ChassisState::Discharging, $dead->withBleeder(false)->at(1e6, self::ISLANDS)->state);
    }

    public function testTwoQuietProofsTenMinutesApartHold(): void
    {
        $dead = self::dead(100)->prove('bplus', 0.2, 700, self::ISLANDS)->prove('bias', 0.1, 701, self::ISLANDS);
        self::assertNull($dead->provedUntil(self::ISLANDS));
        self::assertSame(ChassisState::Dead, $dead->at(1e6, self::ISLANDS)->state);
        $early = self::dead(100)->prove('bplus', 0.2, 500, self::ISLANDS)->prove('bias', 0.1, 501, self::ISLANDS);
        self::assertNotNull($early->provedUntil(self::ISLANDS), 'less than ten minutes apart proves nothing new');
    }

    public function testPowerForgetsEveryProof(): void
    {
        $on = self::dead(100)->declare(ChassisState::Ramping, 200)->declare(ChassisState::Energised, 300);
        $off = $on->declare(ChassisState::Discharging, 400);
        self::assertSame([], $off->proofs);
        self::assertSame(ChassisState::Discharging, $off->prove('bplus', 0.1, 500, self::ISLANDS)->state);
    }

    public function testALongSilenceEndsWhatWasKnown(): void
    {
        $on = self::dead(100)->declare(ChassisState::Energised, 200);
        self::assertSame(ChassisState::Energised, $on->at(200 + 43200, self::ISLANDS)->state);
        self::assertSame(ChassisState::Discharging, $on->at(201 + 43200, self::ISLANDS)->state);
        self::assertSame(ChassisState::Energised, $on->seen(40000)->at(201 + 43200, self::ISLANDS)->state);
    }

    public function testAnIslandThatTheSheetGainsIsNotProved(): void
    {
        self::assertSame(ChassisState::Discharging, self::dead(100)->at(110, [...self::ISLANDS, 'screen supply'])->state);
    }

    public function testSurvivesStorage(): void
    {
        $dead = self::dead(100);
        /** @var array{state: string, since: float, proofs: array<string, array{volts: float, at: float, confirms: bool}>, bleederClipped: bool, lastSeen: float} $stored */
        $stored = $dead->toArray();
        self::assertEquals($dead, Chassis::fromArray($stored));
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

    private static function dead(float $at): Chassis
    {
        return Chassis::bookedIn(0)->prove('bplus', 0.4, $at, self::ISLANDS)->prove('bias', 0.2, $at, self::ISLANDS);
    }

    public function testASecondLowReadingAfterTheFirstRanOutHoldsUntilPower(): void
    {
        $once = Chassis::bookedIn(0)->prove('A', 0.6, 60, ['A']);
        $expired = $once->at(700, ['A']);
        self::assertSame(ChassisState::Discharging, $expired->state);
        $again = $expired->prove('A', 0.3, 720, ['A']);
        self::assertSame(ChassisState::Dead, $again->at(90000, ['A'])->state);
        self::assertSame(ChassisState::Discharging, $again->declare(ChassisState::Ramping, 90001)->declare(ChassisState::Discharging, 90002)->prove('A', 0.2, 90003, ['A'])->at(90700, ['A'])->state, 'after power it begins anew');
        self::assertSame(ChassisState::Discharging, $once->at(700, ['A', 'B'])->prove('A', 0.3, 720, ['A', 'B'])->state, 'an expired proof of another bank proves nothing');
    }
}
