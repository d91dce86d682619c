<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Resistor;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Drawn\DrawnPath;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Resistor\HeaterJudge;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Resistor\SocketJudge;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;

/** Each limit of the resistors' and sockets' rules from both of its sides (JUDGE-8, JUDGE-9, LOOK-4, HEAT-1). */
final class ResistorEdgesTest extends TestCase
{
    /** @return iterable<string, array{DrawnResistor, bool, string, string, string, string}> part, lifted, what is typed on the one side and what is said of it, then on the other */
    public static function resistors(): iterable
    {
        $plate = new DrawnResistor('R1', 100e3, 'A', 'V1.1', inCircuitOhms: 100e3, does: 'plate');
        $screen = new DrawnResistor('R5', 470, 'B', 'V4.4', 5.0, inCircuitOhms: 470, does: 'screen');
        $wide = new DrawnResistor('R7', 100e3, 'A', 'B', 20.0, inCircuitOhms: 100e3);
        yield 'ten per cent of grace' => [$plate, true, '109.9k', 'resistor-near', '110.1k', 'resistor-high'];
        yield 'of a part marked closer, too' => [new DrawnResistor('R1', 100e3, 'A', 'V1.1', 5.0, inCircuitOhms: 100e3, does: 'plate'), true, '109.9k', 'resistor-near', '110.1k', 'resistor-high'];
        yield 'ten per cent down' => [$plate, true, '90.1k', 'resistor-near', '89.9k', 'resistor-low'];
        yield 'three quarters of it' => [$plate, true, '107.4k', 'resistor-within', '107.6k', 'resistor-near'];
        yield 'no grace for a safety resistor' => [$screen, true, '493', 'resistor-near', '494', 'resistor-high'];
        yield 'its own tolerance where that is wider' => [$wide, true, '119.9k', 'resistor-near', '120.1k', 'resistor-high'];
        yield 'half hidden' => [new DrawnResistor('R3', 100e3, 'A', 'B', inCircuitOhms: 50.1e3), false, '50.1k', 'resistor-within', '61k', 'resistor-high-in-place'];
        yield 'open from twenty times on' => [$plate, true, '>2.19M', 'resistor-high', '>2.21M', 'resistor-open'];
        yield 'a decade, within fifteen per cent' => [$plate, true, '1.14M', 'resistor-decade', '1.16M', 'resistor-high'];
    }

    #[DataProvider('resistors')]
    public function testBothSidesOfALimit(DrawnResistor $drawn, bool $lifted, string $inside, string $said, string $outside, string $saidThere): void
    {
        $codes = static fn (string $text): array => self::codes(ResistorJudge::judge($drawn, self::record($text, $lifted), null, null)->reasons);
        self::assertContains($said, $codes($inside), $inside);
        self::assertContains($saidThere, $codes($outside), $outside);
    }

    public function testWhereTheCircuitHidesMoreThanHalfOnlyLiftingTells(): void
    {
        $code = static fn (float $across): string => self::codes(ResistorJudge::judge(new DrawnResistor('R3', 100e3, 'A', 'B', inCircuitOhms: $across), self::record(\sprintf('%.1fk', $across / 1e3), false), null, null)->reasons)[0];
        self::assertSame(['resistor-within', 'resistor-hidden'], [$code(51e3), $code(49e3)]);
    }

    public function testMatchedPairs(): void
    {
        $plate = new DrawnResistor('R1', 100e3, 'A', 'V1.1', inCircuitOhms: 100e3, does: 'plate', mate: 'R2');
        $codes = static fn (string $mine, string $mate): array => self::codes(ResistorJudge::judge($plate, self::record($mine, true), self::resistor($mate, true), null)->reasons);
        self::assertContains('pair-matched', $codes('100.9k', '100.0k'));
        self::assertContains('pair-apart', $codes('101.1k', '100.0k'));
        self::assertContains('pair-apart', $codes('104.9k', '100.0k'));
        self::assertContains('pair-unlike', $codes('105.1k', '100.0k'));
        // Alike and both off: a quarter and no more.
        self::assertContains('pair-off-together', $codes('124.5k', '124.5k'));
        self::assertNotContains('pair-off-together', $codes('125.5k', '125.5k'));
    }

    public function testWhatAGridLeakIs(): void
    {
        $codes = static fn (float $ohms): array => self::codes(ResistorJudge::judge(new DrawnResistor('R1', $ohms, 'g', 'chassis', inCircuitOhms: $ohms, does: 'grid', mate: 'R2'), self::record(\sprintf('%.2fk', 1.04 * $ohms / 1e3), true), self::resistor(\sprintf('%.2fk', $ohms / 1e3), true), null)->reasons);
        self::assertContains('pair-apart', $codes(47e3));
        self::assertContains('pair-needs-no-match', $codes(46e3), 'a stopper needs no match');
    }

    public function testHowHotAResistorRuns(): void
    {
        $codes = static fn (float $watts): array => self::codes(ResistorJudge::judge(new DrawnResistor('R1', 1e3, 'A', 'B', ratedWatts: 2.0, inCircuitOhms: 1e3, watts: $watts), self::record('1000', true), null, null)->reasons);
        self::assertNotContains('resistor-runs-hot', $codes(0.99));
        self::assertContains('resistor-runs-hot', $codes(1.01), 'half of its rating is aimed at');
        self::assertContains('resistor-runs-hot', $codes(1.99));
        self::assertContains('resistor-overloaded', $codes(2.01));
    }

    public function testPathsThroughASocket(): void
    {
        $code = static fn (string $text, ?float $ohms = 1000.0, string $electrode = 'plate'): string => self::path($text, $ohms, $electrode);
        // Twelve per cent and the leads' half ohm; a quarter and the leads'.
        self::assertSame(['path-as-drawn', 'path-off'], [$code('1120.4'), $code('1120.6')]);
        self::assertSame(['path-off', 'path-high'], [$code('1250.4'), $code('1250.6')]);
        self::assertSame(['path-as-drawn', 'path-off', 'path-off', 'path-short'], [$code('879.6'), $code('879.4'), $code('749.6'), $code('749.4')]);
        self::assertSame(['path-as-drawn', 'path-high'], [$code('0.49', 0.0), $code('0.51', 0.0)], 'where nothing belongs, leads and contacts');
        self::assertSame(['path-high', 'path-open'], [$code('>12.4k'), $code('>12.6k')], 'ten times the highest is broken');
        self::assertSame(['path-bound', 'path-high'], [$code('>1250'), $code('>1251')]);
        self::assertSame(['path-bound', 'path-short'], [$code('<750'), $code('<749')]);
        self::assertSame('path-bias-open', $code('ol', 1000.0, 'grid'));
        self::assertSame(['path-bound', 'path-open-as-drawn'], [$code('>0.9M', null), $code('>1.1M', null)]);
    }

    public function testPinsThatMustNotMeet(): void
    {
        $code = static fn (string $text, ?float $ohms = null): string => self::codes(SocketJudge::judge(new TestRecord([TakenTest::typed(ResistorTestKind::PinShort, 'V4', '3-4', $text)]), [], [new DrawnPinPair('3-4', 'plate–screen', $ohms)], false)->reasons)[0];
        self::assertSame(['pins-touch', 'pins-leak'], [$code('4.9'), $code('5.1')]);
        self::assertSame(['pins-leak', 'pins-apart'], [$code('0.99M'), $code('1.01M')]);
        self::assertSame(['pins-leak', 'pins-apart'], [$code('749', 1000.0), $code('750', 1000.0)], 'within the circuit’s own ohms, a quarter and the leads’ half ohm');
    }

    public function testPinsBesideTheSisterSocket(): void
    {
        $codes = static fn (string $mine, string $sister): array => self::codes(SocketJudge::judge(new TestRecord([TakenTest::typed(ResistorTestKind::PinShort, 'V4', '3-4', $mine)]), [], [new DrawnPinPair('3-4', 'plate–screen', 1000.0)], false, new TestRecord([TakenTest::typed(ResistorTestKind::PinShort, 'V5', '3-4', $sister)]))->reasons);
        self::assertNotContains('pins-unlike-sister', $codes('1000', '1333'));
        self::assertContains('pins-unlike-sister', $codes('1000', '1335'), 'a quarter of the larger, and the leads');
    }

    public function testHeaterLegsAndVolts(): void
    {
        $codes = static fn (string $text): array => self::codes(HeaterJudge::judge(new TestRecord([TakenTest::typed(ResistorTestKind::HeaterLegs, 'heaters', '', $text)])));
        self::assertContains('heater-legs-alike', $codes('3.30/3.00'), 'ten per cent of 3.15 V');
        self::assertContains('heater-legs-apart', $codes('3.31/2.99'));
        self::assertNotContains('heater-volts-high', $codes('3.46/3.46'));
        self::assertContains('heater-volts-high', $codes('3.47/3.47'), '6.3 V and a tenth (RCA RC-30, from memory)');
        self::assertNotContains('heater-volts-low', $codes('2.84/2.84'));
        self::assertContains('heater-volts-low', $codes('2.83/2.83'));
    }

    private static function path(string $text, ?float $ohms, string $electrode): string
    {
        $path = new DrawnPath('A', 'V4.3', $electrode, $ohms);

        return self::codes(SocketJudge::judge(new TestRecord([TakenTest::typed(ResistorTestKind::Path, 'V4', $path->subject(), $text)]), [$path], [], true)->reasons)[0];
    }

    private static function record(string $text, bool $lifted): TestRecord
    {
        return new TestRecord([self::resistor($text, $lifted)]);
    }

    private static function resistor(string $text, bool $lifted): TakenTest
    {
        return TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', $text, $lifted);
    }

    /**
     * @param list<Reason> $reasons
     *
     * @return list<string>
     */
    private static function codes(array $reasons): array
    {
        return array_map(static fn (Reason $r): string => $r->code, $reasons);
    }
}
