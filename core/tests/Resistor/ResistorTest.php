<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Resistor;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Factors;
use Yew\Core\Drawn\DrawnPaths;
use Yew\Core\Drawn\DrawnPinPair;
use Yew\Core\Drawn\DrawnResistor;
use Yew\Core\Drawn\DrawnResistors;
use Yew\Core\Resistor\HeaterJudge;
use Yew\Core\Resistor\ResistorJudge;
use Yew\Core\Resistor\ResistorTestKind;
use Yew\Core\Resistor\SocketJudge;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestKind;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Tube\ShippedTubes;

final class ResistorTest extends TestCase
{
    /** @return iterable<string, array{DrawnResistor, string, bool, string, string}> */
    public static function readings(): iterable
    {
        $alone = new DrawnResistor('R1', 100e3, 'A', 'V1.1', inCircuitOhms: 100e3, does: 'plate');
        $beside = new DrawnResistor('R2', 100e3, 'A', 'B', inCircuitOhms: 80e3);
        $hidden = new DrawnResistor('R3', 100e3, 'A', 'B', inCircuitOhms: 4.5e3);
        $unknown = new DrawnResistor('R4', 100e3, 'A', 'B');
        $screen = new DrawnResistor('R5', 470, 'B', 'V4.4', 5.0, inCircuitOhms: 470, does: 'screen');
        yield 'as drawn' => [$alone, '102k', false, 'good', 'resistor-within'];
        yield 'carbon drifted half again' => [$alone, '152k', false, 'replace', 'resistor-high-in-place'];
        yield 'the same lifted' => [$alone, '152k', true, 'replace', 'resistor-high'];
        yield 'in circuit low: lift' => [$alone, '61k', false, 'lift', 'resistor-low-lift'];
        yield 'lifted low' => [$alone, '61k', true, 'replace', 'resistor-low'];
        yield 'open' => [$alone, 'ol', false, 'replace', 'resistor-open'];
        yield 'at most its value is not its value' => [$alone, '<100k', false, 'lift', 'resistor-bound'];
        yield 'at least less than its value' => [$alone, '>50k', false, 'lift', 'resistor-bound'];
        yield 'at least more than it may' => [$alone, '>150k', false, 'replace', 'resistor-high-in-place'];
        yield 'at least far more than it may' => [$alone, '>20M', false, 'replace', 'resistor-open'];
        yield 'at most less than it may, in place' => [$alone, '<50k', false, 'lift', 'resistor-low-lift'];
        yield 'at most less than it may, lifted' => [$alone, '<50k', true, 'replace', 'resistor-low'];
        yield 'a decade off' => [$alone, '1M', false, 'replace', 'resistor-decade'];
        yield 'a decade below is a parallel path until it is lifted' => [$alone, '10k', false, 'lift', 'resistor-low-lift'];
        yield 'and a wrong part once it is' => [$alone, '10k', true, 'replace', 'resistor-decade'];
        yield 'with something beside it' => [$beside, '80.6k', false, 'good', 'resistor-within'];
        yield 'drifted up behind something beside it' => [$beside, '91k', false, 'replace', 'resistor-high-in-place'];
        yield 'the circuit hides it' => [$hidden, '4.5k', false, 'lift', 'resistor-hidden'];
        yield 'no circuit: paths unknown' => [$unknown, '100k', false, 'lift', 'resistor-paths-unknown'];
        yield 'a safety resistor has no grace' => [$screen, '512', false, 'replace', 'resistor-high-in-place'];
        yield 'near the end of its window' => [$alone, '109k', false, 'watch', 'resistor-near'];
        yield 'the last digit may lie either way' => [new DrawnResistor('R6', 1.0, 'a', 'b', 1.0, inCircuitOhms: 1.0, does: 'sense'), '1.0', false, 'good', 'resistor-within'];
    }

    #[DataProvider('readings')]
    public function testInPlaceAndLifted(DrawnResistor $drawn, string $text, bool $lifted, string $word, string $code): void
    {
        $case = ResistorJudge::judge($drawn, self::tests([ResistorTestKind::Resistor, '', $text, $lifted]), null, null);
        self::assertSame([$word, $code], [$case->outcome->value, $case->reasons[0]->code]);
    }

    public function testLiftedStandsForInPlaceAndBothAreShown(): void
    {
        $drawn = new DrawnResistor('R1', 1e3, 'a', 'b', 10.0, inCircuitOhms: 610.0);
        $case = ResistorJudge::judge($drawn, new TestRecord([TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', '1k6', true), TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', '610')]), null, null);
        self::assertSame('replace', $case->outcome->value, '1.6 kΩ lifted is not cured by 610 Ω in place');
        self::assertSame([['resistor-high', 'now'], ['resistor-within', 'superseded']], array_map(static fn (Reason $r): array => [$r->code, $r->stands], $case->reasons));
        $better = ResistorJudge::judge($drawn, new TestRecord([TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', '<2k'), TakenTest::typed(ResistorTestKind::Resistor, 'R1', '', '612')]), null, null);
        self::assertSame(['good', ['resistor-within']], [$better->outcome->value, array_map(static fn (Reason $r): string => $r->code, $better->reasons)], '"cannot say" gives way to what could say it');
    }

    public function testItsOwnOhmsAreWorkedBackFromThePlace(): void
    {
        $drawn = new DrawnResistor('R2', 100e3, 'A', 'B', inCircuitOhms: 80e3);
        $beside = 1 / (1 / 80e3 - 1 / 100e3);
        foreach ([92e3, 100e3, 108e3] as $own) {
            $read = 1 / (1 / $own + 1 / $beside);
            $case = ResistorJudge::judge($drawn, self::tests([ResistorTestKind::Resistor, '', \sprintf('%.3fk', $read / 1e3), false]), null, null);
            self::assertEqualsWithDelta($own, $case->ownOhms ?? 0, 30);
        }
    }

    public function testWindowsNeverInvert(): void
    {
        foreach ([1.0, 470.0, 100e3, 10e6] as $ohms) {
            foreach ([1.0, 0.7, 0.1, 0.001] as $share) {
                foreach ([1.0, 5.0, 20.0] as $percent) {
                    $case = ResistorJudge::judge(new DrawnResistor('R', $ohms, 'a', 'b', $percent, inCircuitOhms: $share * $ohms), new TestRecord(), null, null, $percent);
                    self::assertLessThan($case->expectedOhms + 1e-9, $case->lowOhms);
                    self::assertGreaterThan($case->expectedOhms - 1e-9, $case->highOhms);
                }
            }
        }
    }

    public function testTwoAlikeAndBothHighAreTwoVerdicts(): void
    {
        // JUDGE-9: two 270 k at 302 k each are perfectly matched and 12 % high.
        $drawn = new DrawnResistor('R19', 270e3, 'a', 'b', inCircuitOhms: 270e3, does: 'plate', mate: 'R20');
        $mate = TakenTest::typed(ResistorTestKind::Resistor, 'R20', '', '302k');
        $codes = array_map(static fn (Reason $r): string => $r->code, ResistorJudge::judge($drawn, self::tests([ResistorTestKind::Resistor, '', '302k', false]), $mate, null)->reasons);
        self::assertSame(['pair-off-together', 'pair-matched'], $codes);
        $apart = array_map(static fn (Reason $r): string => $r->code, ResistorJudge::judge($drawn, self::tests([ResistorTestKind::Resistor, '', '276k', false]), $mate, null)->reasons);
        self::assertContains('pair-unlike', $apart);
    }

    public function testBalanceCountsWhereItIsBalanceThatCounts(): void
    {
        $judged = static fn (string $does, float $ohms, string $mine, string $other): array => [($c = ResistorJudge::judge(new DrawnResistor('R19', $ohms, 'a', 'b', inCircuitOhms: $ohms, does: $does, mate: 'R20'), self::tests([ResistorTestKind::Resistor, '', $mine, false]), TakenTest::typed(ResistorTestKind::Resistor, 'R20', '', $other), null))->outcome->value, array_map(static fn (Reason $r): string => $r->code, $c->reasons)];
        // JUDGE-9: two 270 k at 302 k each.
        self::assertSame(['watch', ['pair-off-together', 'pair-matched']], $judged('plate', 270e3, '302k', '302k'), 'in balance, and off its value: both are said');
        self::assertSame(['watch', ['pair-off-together', 'pair-matched']], $judged('plate', 270e3, '337k', '337k'));
        self::assertSame('replace', $judged('plate', 270e3, '338k', '338k')[0], 'more than a quarter off changes the stage');
        self::assertSame('replace', $judged('plate', 270e3, '302k', '290k')[0], 'neither in balance nor of its value');
        self::assertSame('replace', $judged('screen', 470.0, '530', '530')[0], 'a safety resistor is of its value');
        self::assertSame(['good', ['resistor-within', 'pair-needs-no-match']], $judged('grid', 5.6e3, '5.6k', '5.4k'), 'stoppers need no match');
        self::assertSame('watch', $judged('grid', 220e3, '220k', '212k')[0], 'grid leaks do');
    }

    public function testAGoodReadingDoesNotSaveABurntPart(): void
    {
        $case = ResistorJudge::judge(new DrawnResistor('R5', 470, 'B', 'V4.4', inCircuitOhms: 470), self::tests([ResistorTestKind::Resistor, '', '471', false]), null, 'burnt');
        self::assertSame(['replace', 'resistor-damaged'], [$case->outcome->value, $case->reasons[0]->code]);
    }

    public function testDissipationAgainstItsRating(): void
    {
        $codes = static fn (float $watts): array => array_map(static fn (Reason $r): string => $r->code, ResistorJudge::judge(new DrawnResistor('R', 1e3, 'a', 'b', 10, 1.0, 1e3, watts: $watts), new TestRecord(), null, null)->reasons);
        self::assertSame([[], ['resistor-runs-hot'], ['resistor-overloaded']], [$codes(0.4), $codes(0.7), $codes(1.2)]);
    }

    public function testWhatEachResistorOfACircuitDoes(): void
    {
        $drawn = [];
        foreach (DrawnResistors::of(self::lantern()) as $resistor) {
            $drawn[$resistor->id] = $resistor;
        }
        self::assertSame(['screen', 'sense', 'bias', 'bleeder', 'dropper'], [$drawn['R25']->does, $drawn['R21']->does, $drawn['R31']->does, $drawn['R30']->does, $drawn['R14']->does]);
        self::assertSame(['R26', 'R25'], [$drawn['R25']->mate, $drawn['R26']->mate]);
        self::assertArrayNotHasKey('T2/load', $drawn, 'the dummy load is not in the chassis');
        self::assertEqualsWithDelta(10e3, $drawn['R14']->inCircuitOhms ?? 0, 600);
    }

    public function testPathsFromTheSupplyToThePins(): void
    {
        $paths = [];
        foreach (DrawnPaths::through(self::lantern(), 'V4') as $path) {
            $paths[$path->to] = $path;
        }
        self::assertSame(['A', 'B', 'N2', 'chassis'], [$paths['V4.3']->from, $paths['V4.4']->from, $paths['V4.5']->from, $paths['V4.8']->from]);
        self::assertEqualsWithDelta(58, $paths['V4.3']->ohms ?? 0, 0.5, 'half of the primary');
        self::assertEqualsWithDelta(470, $paths['V4.4']->ohms ?? 0, 1);
        self::assertEqualsWithDelta(221.5e3, $paths['V4.5']->ohms ?? 0, 500, 'leak and stopper');
        $forbidden = array_map(static fn (DrawnPinPair $p): string => $p->electrodes, DrawnPaths::forbidden(self::lantern(), 'V4'));
        foreach (['plate–screen', 'grid–screen', 'heater–cathode'] as $pair) {
            self::assertContains($pair, $forbidden);
        }
    }

    /** @return iterable<string, array{list<array{TestKind, string, string}>, string, string}> */
    public static function sockets(): iterable
    {
        yield 'all grip' => [[[ResistorTestKind::Contacts, '', 'ok']], 'sound', 'contacts-good'];
        yield 'the grid loses its bias' => [[[ResistorTestKind::Contacts, '', '5 loose']], 'bad', 'contact-loses-bias'];
        yield 'another pin spread' => [[[ResistorTestKind::Contacts, '', '3 l, 8 dirty']], 'bad', 'contact-bad'];
        yield 'dirt' => [[[ResistorTestKind::Contacts, '', '3 dirty']], 'watch', 'contact-dirty'];
        yield 'no way to the grid: no bias' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'N2→V4.5', 'ol']], 'bad', 'path-bias-open'];
        yield 'open while wiggled, then as drawn' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'N2→V4.5', 'ol'], [ResistorTestKind::Path, 'N2→V4.5', '222k']], 'bad', 'path-bias-open'];
        yield 'a bound that says nothing of a path' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'N2→V4.5', '>5']], 'watch', 'path-bound'];
        yield 'a bound that says the path is broken' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'N2→V4.5', '>20M']], 'bad', 'path-bias-open'];
        yield 'pins apart as far as 5 Ω' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '3-4', '>5']], 'watch', 'pins-bound'];
        yield 'pins apart as far as a megohm' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '2-8', '>1M']], 'sound', 'pins-apart'];
        yield 'pins apart as far as 900 kΩ' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '2-8', '>900k']], 'watch', 'pins-bound'];
        yield 'pins touch, at most' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '3-4', '<1']], 'bad', 'pins-touch'];
        yield 'a short that came and went' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '3-4', '0.4'], [ResistorTestKind::PinShort, '3-4', '640']], 'bad', 'pins-touch'];
        yield 'a loose contact does not heal' => [[[ResistorTestKind::Contacts, '', '5 loose'], [ResistorTestKind::Contacts, '', 'ok']], 'bad', 'contact-loses-bias'];
        yield 'a stopper bypassed' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'B→V4.4', '2.1']], 'bad', 'path-short'];
        yield 'a bad joint on the way' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::Path, 'A→V4.3', '260']], 'bad', 'path-high'];
        yield 'plate and screen touch' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '3-4', '0.4']], 'bad', 'pins-touch'];
        yield 'apart as the circuit has it' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '3-4', '640']], 'sound', 'pins-apart'];
        yield 'heater leaks to the cathode' => [[[ResistorTestKind::Contacts, '', 'ok'], [ResistorTestKind::PinShort, '2-8', '40k']], 'bad', 'pins-leak'];
    }

    /** @param list<array{TestKind, string, string}> $tests */
    #[DataProvider('sockets')]
    public function testSockets(array $tests, string $word, string $code): void
    {
        $circuit = self::lantern();
        $case = SocketJudge::judge(self::tests(...array_map(static fn (array $t): array => [$t[0], $t[1], $t[2], false], $tests)), DrawnPaths::through($circuit, 'V4'), DrawnPaths::forbidden($circuit, 'V4'), true);
        self::assertSame([$word, true], [$case->outcome->value, \in_array($code, array_map(static fn (Reason $r): string => $r->code, $case->reasons), true)], $code);
    }

    public function testTheSamePinsOfTheSisterShouldReadAlike(): void
    {
        $circuit = self::lantern();
        $codes = static fn (string $mine, string $sister): array => array_map(static fn (Reason $r): string => $r->code, SocketJudge::judge(self::tests([ResistorTestKind::PinShort, '3-4', $mine, false]), [], DrawnPaths::forbidden($circuit, 'V4'), true, self::tests([ResistorTestKind::PinShort, '3-4', $sister, false]))->reasons);
        self::assertNotContains('pins-unlike-sister', $codes('640', '648'));
        self::assertContains('pins-unlike-sister', $codes('640', '1100'));
        self::assertContains('pins-unlike-sister', $codes('640', 'ol'));
    }

    public function testTheHeatersReference(): void
    {
        $codes = static fn (TestRecord $tests): array => array_map(static fn (Reason $r): string => $r->code, HeaterJudge::judge($tests));
        self::assertSame(['heater-floats'], $codes(self::tests([ResistorTestKind::HeaterReference, '', 'none', false])));
        self::assertSame(['heater-two-resistors', 'heater-legs-alike'], $codes(self::tests([ResistorTestKind::HeaterReference, '', 'two', false], [ResistorTestKind::HeaterLegs, '', '3.15/3.18', false])));
        self::assertContains('heater-legs-apart', $codes(self::tests([ResistorTestKind::HeaterLegs, '', '6.1/0.2', false])));
        // HEAT-1: two 100 Ω dissipate 0.1 W each.
        self::assertEqualsWithDelta(0.1, HeaterJudge::judge(self::tests([ResistorTestKind::HeaterReference, '', 'two', false]))[0]->figures['eachWatts'], 1e-3);
    }

    private static function lantern(): CircuitAtWork
    {
        $tubes = ShippedTubes::catalogue();
        $sheet = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
        self::assertNotNull($sheet->circuit);

        return CircuitAtWork::of($sheet, $sheet->circuit, AsFitted::drawn($sheet->circuit->netlist, new Factors()), $tubes);
    }

    /** @param array{TestKind, string, string, bool} ...$typed */
    private static function tests(array ...$typed): TestRecord
    {
        return new TestRecord(array_map(static fn (array $t): TakenTest => TakenTest::typed($t[0], 'it', $t[1], $t[2], $t[3]), array_values($typed)));
    }
}
