<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\ChassisState;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Reading\OutputTube;
use Yew\Core\Reading\OverDissipation;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Tests\Job\FakeUnit;
use Yew\Core\Tests\Job\UnitTape;
use Yew\Core\Tests\Tube\ShippedTubes;

/** An output tube that surely takes more than it may: danger from its limit on, off from 120 % of it (SAFE-6, BIAS-2). */
final class OverDissipationTest extends TestCase
{
    private static function tube(string $type, string $electrode = 'cathode', ?float $ohms = null, int $sharing = 1, ?float $plateVolts = 450.0, ?float $screenVolts = 450.0): OutputTube
    {
        $types = ShippedTubes::catalogue()->candidates($type);
        self::assertNotSame([], $types);

        return new OutputTube('V4', $types, $electrode, $ohms, $sharing, $plateVolts, $screenVolts);
    }

    private static function danger(MeterFunction $function, float $least, OutputTube $tube): ?string
    {
        return OverDissipation::danger(TestPoint::unprinted('V4.8', $function), $least, $least, $tube)?->reasonCode;
    }

    /** On the mains it is made for, every tube in. */
    private static function energised(string $sheet): UnitTape
    {
        return self::on(UnitTape::in(ChassisState::Dead, FakeUnit::demo($sheet)));
    }

    /** @param list<array{string, string, string}> $readings place, function and text */
    private static function read(UnitTape $tape, array $readings): UnitTape
    {
        foreach ($readings as [$place, $function, $text]) {
            $tape->taken('reading', ['place' => $place, 'function' => $function, 'text' => $text, 'meterId' => 'no-1'], 60.0);
        }

        return $tape;
    }

    private static function on(UnitTape $tape): UnitTape
    {
        $unit = $tape->unit;
        $tape->readyForPower();
        $tape->taken('state-change', $tape->powerOn('owner'))->energised();
        $tubes = array_map(static fn (TubePosition $t): array => ['type' => $t->type, 'tubeId' => null], $unit->sheet()->tubes ?? []);
        $facts = ['tubes' => $tubes, 'inletVolts' => $unit->sheet()->printedMains[0] ?? 120.0, 'source' => ['kind' => 'wall', 'volts' => 120.0], 'limiters' => [], 'signal' => 'none', 'meterId' => 'no-1', 'standby' => 'on'];

        return $tape->taken('conditions', ['facts' => array_map(static fn (mixed $v): array => ['value' => $v, 'how' => 'measured'], $facts)]);
    }

    /** 30 W of design-maximum at 450 V are 66.7 mA of plate current; at 120 %, 80 mA. */
    public function testByThePlatesOwnCurrentDangerBeginsAtTheLimitAndOffAtAFifthMore(): void
    {
        $at = static fn (float $milliamperes): ?string => self::danger(MeterFunction::DcAmperes, $milliamperes / 1000, self::tube('6L6GC', 'plate'));
        self::assertSame([null, 'plate-over-limit', 'plate-over-limit', 'plate-far-over-limit'], [$at(66.6), $at(66.7), $at(79.9), $at(80.1)]);
    }

    /** 12 W of design-centre count for 14.4 W (SAFE-6). */
    public function testADesignCentreLimitCountsForAFifthMore(): void
    {
        self::assertSame('design-centre', ShippedTubes::catalogue()->find('EL84')?->limits[0]->system);
        $at = static fn (float $watts): ?string => self::danger(MeterFunction::DcAmperes, $watts / 450.0, self::tube('EL84', 'plate'));
        self::assertSame([null, 'plate-over-limit', 'plate-over-limit', 'plate-far-over-limit'], [$at(14.39), $at(14.41), $at(17.27), $at(17.29)]);
    }

    /** The cathode carries the screen’s current as well: what the screen may take does not count against the plate. */
    public function testTheScreensShareIsTakenOffACathodeCurrent(): void
    {
        $tube = self::tube('6L6GC');
        $share = $tube->mostScreenShare();
        self::assertGreaterThan($tube->leastScreenShare(), $share);
        $at = static fn (float $watts): ?string => self::danger(MeterFunction::DcAmperes, $watts / 450.0 / (1.0 - $share), self::tube('6L6GC', screenVolts: null));
        self::assertSame(['plate-over-limit', 'plate-far-over-limit'], [$at(35.9), $at(36.1)]);
    }

    public function testTubesOnOneResistorAreJudgedByTheirMean(): void
    {
        // 10 V over 100 Ω are 100 mA: for one EL84 at 310 V far too much, for a pair of them nothing.
        $of = static fn (int $sharing): ?string => self::danger(MeterFunction::DcVolts, 10.0, self::tube('EL84', ohms: 100.0, sharing: $sharing, plateVolts: 310.0, screenVolts: null));
        self::assertSame(['plate-far-over-limit', null], [$of(1), $of(2)]);
    }

    public function testACathodesOwnVoltsAreNotThePlates(): void
    {
        // 80 mA: 36 W against the chassis, but 32.4 W against a cathode at 45 V.
        self::assertSame('plate-over-limit', self::danger(MeterFunction::DcAmperes, 0.0801, self::tube('6L6GC', 'plate', 500.0)));
        self::assertSame('plate-far-over-limit', self::danger(MeterFunction::DcAmperes, 0.0801, self::tube('6L6GC', 'plate', 0.0)));
    }

    public function testWithoutItsSuffixTheStopAsksTheMostGenerousAndTheDangerTheStrictest(): void
    {
        $tube = self::tube('6L6', 'plate');
        self::assertGreaterThan(1, \count($tube->types));
        [$strict, $generous] = $tube->plateWatts() ?? [0.0, 0.0];
        self::assertSame([30.0, true], [$generous, $strict < $generous]);
        $at = static fn (float $watts): ?string => self::danger(MeterFunction::DcAmperes, $watts / 450.0, self::tube('6L6', 'plate'));
        self::assertSame([null, 'plate-over-limit', 'plate-over-limit', 'plate-far-over-limit'], [$at($strict - 0.1), $at($strict + 0.1), $at(35.9), $at(36.1)]);
    }

    public function testAScreenIsJudgedByTheLeastThatItTakes(): void
    {
        $share = self::tube('6L6GC')->leastScreenShare();
        $at = static fn (float $watts): ?string => self::danger(MeterFunction::DcAmperes, $watts / 450.0 / $share, self::tube('6L6GC', plateVolts: null));
        self::assertSame([null, 'screen-over-limit', 'screen-over-limit', 'screen-far-over-limit'], [$at(4.9), $at(5.1), $at(5.9), $at(6.1)]);
    }

    public function testWhatIsNotKnownIsNoStop(): void
    {
        self::assertNull(self::danger(MeterFunction::DcAmperes, 0.5, self::tube('6L6GC', plateVolts: null, screenVolts: null)));
        self::assertNull(self::danger(MeterFunction::DcVolts, 50.0, self::tube('6L6GC')), 'no resistor is known');
        self::assertNull(self::danger(MeterFunction::DcVolts, -50.0, self::tube('6L6GC', ohms: 10.0)));
        self::assertNull(self::danger(MeterFunction::DcVolts, 50.0, self::tube('6L6GC', 'screen', 10.0)));
        self::assertSame([], ShippedTubes::catalogue()->candidates('6L'));
        self::assertSame([], ShippedTubes::catalogue()->candidates(''));
    }

    /** @param list<array{string, string, string}> $readings place, function and text */
    #[DataProvider('benches')]
    public function testOnTheBench(string $sheet, array $readings, ?string $code): void
    {
        $tape = self::read(self::energised($sheet), $readings);
        self::assertSame($code, $tape->state->stop?->code);
    }

    /** @return iterable<string, array{string, list<array{string, string, string}>, string|null}> */
    public static function benches(): iterable
    {
        yield 'a sense resistor of 1 Ω, plate read' => ['lantern-30', [['V4.3', 'dc-volts', '430'], ['V4.8', 'dc-volts', '0.125']], 'plate-far-over-limit'];
        yield 'where it should be' => ['lantern-30', [['V4.3', 'dc-volts', '430'], ['V4.8', 'dc-volts', '0.042']], null];
        yield 'in milliamperes' => ['lantern-30', [['V4.3', 'dc-volts', '430'], ['V4.8', 'dc-amperes', '125mA']], 'plate-far-over-limit'];
        yield 'no plate read: the circuit foretells it' => ['lantern-30', [['V4.8', 'dc-volts', '0.14']], 'plate-far-over-limit'];
        yield 'a pair on one resistor, too hot' => ['wren-15', [['V3.7', 'dc-volts', '320'], ['V3.3', 'dc-volts', '36']], 'plate-far-over-limit'];
        yield 'the same pair as drawn' => ['wren-15', [['V3.7', 'dc-volts', '324'], ['V3.3', 'dc-volts', '11.3']], null];
        yield 'read at its sister’s pin' => ['wren-15', [['V4.7', 'dc-volts', '320'], ['V4.3', 'dc-volts', '36']], 'plate-far-over-limit'];
        yield 'above a bound' => ['wren-15', [['V3.7', 'dc-volts', '320'], ['V3.3', 'dc-volts', '>36']], 'plate-far-over-limit'];
    }

    /** 23 V over 130 Ω are far too much for a pair of EL84, unless the resistor has drifted: measured, it decides. */
    public function testACathodeResistorThatNobodyMeasuredMayHaveDrifted(): void
    {
        $stops = static function (?string $ohms): ?string {
            $tape = UnitTape::in(ChassisState::Dead, FakeUnit::demo('wren-15'));
            $tape = null === $ohms ? $tape : $tape->taken('trial', ['test' => 'resistor', 'part' => 'R15', 'text' => $ohms, 'lifted' => true]);

            return self::read(self::on($tape), [['V3.7', 'dc-volts', '320'], ['V3.3', 'dc-volts', '23']])->state->stop?->code;
        };
        self::assertSame([null, 'plate-far-over-limit', null], [$stops(null), $stops('131'), $stops('195')]);
    }

    public function testBetweenTheLimitAndTheStopItIsDangerAndStaysOn(): void
    {
        $tape = self::energised('lantern-30');
        foreach ([['V4.3', '430'], ['V4.8', '0.11']] as [$place, $text]) {
            $tape->taken('reading', ['place' => $place, 'function' => 'dc-volts', 'text' => $text, 'meterId' => 'no-1'], 60.0);
        }
        self::assertNull($tape->state->stop);
        $judgement = $tape->bench()->readings()->point('V4.8|dc-volts')?->judgement;
        self::assertSame([Verdict::Danger, 'plate-over-limit'], [$judgement?->verdict, $judgement?->reasonCode]);
    }
}
