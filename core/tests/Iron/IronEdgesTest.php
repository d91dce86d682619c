<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Iron;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Factors;
use Yew\Core\Codec\Fields;
use Yew\Core\Drawn\DrawnTransformer;
use Yew\Core\Drawn\DrawnWinding;
use Yew\Core\Iron\Choke;
use Yew\Core\Iron\Insulation;
use Yew\Core\Iron\IronContext;
use Yew\Core\Iron\IronTestKind;
use Yew\Core\Iron\OutputTransformer;
use Yew\Core\Iron\PowerTransformer;
use Yew\Core\Iron\RatioTest;
use Yew\Core\Iron\ReplacementSheet;
use Yew\Core\Iron\Winding;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Test\Reason;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tests\Tube\ShippedTubes;
use Yew\Core\Tube\OutputLoad;

/** Each limit of the transformers' rules from both of its sides (IRON-1 to IRON-13). */
final class IronEdgesTest extends TestCase
{
    /** @return iterable<string, array{IronTestKind, string, string, string, string, string}> test, subject, what is typed on the one side and what is said of it, then on the other */
    public static function limits(): iterable
    {
        yield 'IRON-4, halves 2 % apart in volts' => [IronTestKind::Halves, '', '331/324.5', 'halves-equal', '331/324.3', 'halves-unequal'];
        yield 'IRON-5, a tenth of an ampere' => [IronTestKind::Magnetising, '8', '5/99.5m', 'magnetising-healthy', '5/101m', 'magnetising-high'];
        yield 'IRON-5, three tenths' => [IronTestKind::Magnetising, '8', '5/299m', 'magnetising-high', '5/301m', 'magnetising-shorted'];
        yield 'IRON-9, an ohm at the output' => [IronTestKind::OutputOhms, '8', '0.99', 'output-continuous', '1.01', 'output-ohms-high'];
        yield 'IRON-9, three ohms' => [IronTestKind::OutputOhms, '8', '2.99', 'output-ohms-high', '3.01', 'output-ohms-too-high'];
        yield 'IRON-9, open from a hundred ohms on' => [IronTestKind::OutputOhms, '8', '>99', 'output-ohms-bound', '>101', 'output-open'];
        yield 'a winding of half its ohms' => [IronTestKind::WindingOhms, 'half a', '29.5', 'winding-unlike-drawn', '28.5', 'winding-shorted'];
        yield 'a winding of twice its ohms' => [IronTestKind::WindingOhms, 'half a', '115', 'winding-unlike-drawn', '117', 'winding-high'];
        yield 'a winding a fifth high' => [IronTestKind::WindingOhms, 'half a', '69.0', 'winding-as-drawn', '70.0', 'winding-unlike-drawn'];
        yield 'a winding a fifth low' => [IronTestKind::WindingOhms, 'half a', '47.0', 'winding-as-drawn', '46.0', 'winding-unlike-drawn'];
        yield 'a broken wire' => [IronTestKind::WindingOhms, 'half a', '>99k', 'winding-high', '>101k', 'winding-open'];
    }

    #[DataProvider('limits')]
    public function testBothSidesOfALimit(IronTestKind $kind, string $subject, string $inside, string $said, string $outside, string $saidThere): void
    {
        $codes = static fn (string $text): array => self::codes(OutputTransformer::judge(self::transformer(), self::tests([$kind, $subject, $text]), new IronContext(60, 450))->reasons);
        self::assertContains($said, $codes($inside), $inside);
        self::assertContains($saidThere, $codes($outside), $outside);
    }

    public function testAnOhmIsTheLeastThatTellsAShort(): void
    {
        $heater = static fn (float $drawn, string $text): string => self::codes(OutputTransformer::judge(new DrawnTransformer('T2', 'output', [new DrawnWinding('half a', 'half a', $drawn)]), self::tests([IronTestKind::WindingOhms, 'half a', $text]), new IronContext())->reasons)[0];
        self::assertSame('winding-as-drawn', $heater(0.99, '0.3'), 'the leads have as much');
        self::assertSame('winding-shorted', $heater(1.01, '0.3'));
    }

    public function testAGappedCoreHasHalfTheInductanceOrMore(): void
    {
        $gapped = new DrawnTransformer('T2', 'output', primaryOhms: 5000, tapOhms: 4, henries: 12, singleEnded: true);
        // X = 2πf·L/N², N² = 5000/4: 6.1 H are 1.840 Ω on the tap, 5.9 H 1.779 Ω.
        $code = static fn (float $henries): string => self::codes(OutputTransformer::judge($gapped, self::tests([IronTestKind::Magnetising, '4', \sprintf('5/%.4f', 5 / (2 * \M_PI * 60 * $henries / 1250))]), new IronContext())->reasons)[0];
        self::assertSame(['magnetising-as-drawn', 'magnetising-below-drawn'], [$code(6.1), $code(5.9)]);
    }

    public function testAChokeScattersMoreUpThanDown(): void
    {
        $drawn = new DrawnTransformer('L1', 'choke', [new DrawnWinding('winding', 'winding', 96.0)], henries: 4);
        $code = static function (float $percent) use ($drawn): string {
            $ohms = hypot(2 * \M_PI * 60 * 4 * (1 + $percent / 100), 96.0);

            return self::codes(Choke::judge($drawn, new TestRecord([TakenTest::typed(IronTestKind::ChokeInductance, 'L1', '', \sprintf('10/%.4fm', 1e4 / $ohms), true)]), new IronContext())->reasons)[0];
        };
        self::assertSame(['choke-low', 'choke-as-drawn', 'choke-as-drawn', 'choke-high'], [$code(-31), $code(-29), $code(59), $code(61)]);
    }

    public function testInsulationIsTestedToItsPeak(): void
    {
        $code = static fn (string $volts, float $bPlus): string => Insulation::judge(self::tests([IronTestKind::InsulationOhms, 'primary-core', '>20M'], [IronTestKind::Insulation, 'primary-core', $volts.'/>300M'], [IronTestKind::InsulationOhms, 'primary-core', '>20M']), new IronContext(60, $bPlus))[0]->code;
        self::assertSame(['insulation-not-to-peak', 'insulation-good'], [$code('569', 450), $code('571', 450)], 'a twentieth short of the usual 600 V');
        self::assertSame(['insulation-not-to-peak', 'insulation-good'], [$code('530', 280), $code('534', 280)], 'or of twice the supply, 560 V');
    }

    public function testAMegohmIsTheLeastInsulation(): void
    {
        $code = static fn (string $leak): string => Insulation::judge(self::tests([IronTestKind::InsulationOhms, 'primary-core', '>200k'], [IronTestKind::Insulation, 'primary-core', '600/'.$leak], [IronTestKind::InsulationOhms, 'primary-core', '>200k']), new IronContext(60, 450))[0]->code;
        self::assertSame(['insulation-leaks-at-work', 'insulation-weak'], [$code('0.99M'), $code('1.01M')]);
        self::assertSame(['insulation-weak', 'insulation-good'], [$code('49M'), $code('51M')], 'and the shop’s limit is fifty, unless it says otherwise');
    }

    public function testWhatTapsMustAgreeOn(): void
    {
        // The other tap tells so many percent more: U2 = U1·√(R/Z).
        $code = static fn (float $percent): string => self::codes(RatioTest::of(self::tests([IronTestKind::Ratio, '8', '11.0000/0.525000'], [IronTestKind::Ratio, '16', \sprintf('11.0000/%.6f', 0.525 * sqrt(2 / (1 + $percent / 100)))]), 8)->faults)[0];
        self::assertSame(['taps-agree', 'taps-disagree'], [$code(9.8), $code(10.2)]);
    }

    public function testImpedanceAgainstWhatIsKnownAndWanted(): void
    {
        $context = new IronContext(loads: [new OutputLoad(true, 360, 6600, 'RCA RC-30, from memory')]);
        $codes = static fn (float $percent): array => self::codes(RatioTest::of(self::tests([IronTestKind::Ratio, '8', \sprintf('11.0000/%.6f', 11 / sqrt(6600 * (1 + $percent / 100) / 8))]), 8)->compared(self::transformer(), $context));
        self::assertContains('impedance-as-drawn', $codes(9.8));
        self::assertContains('impedance-unas-drawn', $codes(10.2));
        self::assertContains('load-suits', $codes(14.8));
        self::assertContains('load-high', $codes(15.2));
        self::assertContains('load-suits', $codes(-14.8));
        self::assertContains('load-low', $codes(-15.2));
    }

    public function testOffLoadVolts(): void
    {
        $drawn = new DrawnTransformer('T1', 'power', [new DrawnWinding('ht', 'ht', 86.0, 360.0)], ratedVolts: 117);
        $code = static fn (float $percent): string => self::codes(PowerTransformer::judge($drawn, self::tests([IronTestKind::OffLoad, 'ht', \sprintf('117.0/%.2f', 360 * (1 + $percent / 100))]), new IronContext())->reasons)[0];
        self::assertSame(['off-load-as-drawn', 'off-load-off', 'off-load-off', 'off-load-high'], [$code(4.9), $code(5.1), $code(9.9), $code(10.1)]);
        self::assertSame(['off-load-as-drawn', 'off-load-off', 'off-load-off', 'off-load-low'], [$code(-4.9), $code(-5.1), $code(-9.9), $code(-10.1)]);
    }

    public function testWindingsThatAreAllOffAlikeTellOfAnotherMains(): void
    {
        $drawn = new DrawnTransformer('T1', 'power', [new DrawnWinding('ht', 'ht', 86.0, 360.0), new DrawnWinding('heater', 'heater', 0.1, 6.4)], ratedVolts: 117);
        $codes = static fn (float $ht, float $heater): array => self::codes(PowerTransformer::judge($drawn, self::tests([IronTestKind::OffLoad, 'ht', \sprintf('117.00/%.3f', 360 * $ht)], [IronTestKind::OffLoad, 'heater', \sprintf('117.00/%.4f', 6.4 * $heater)]), new IronContext())->reasons);
        self::assertNotContains('made-for-other-mains', $codes(1 / 0.961, 1 / 0.961));
        self::assertContains('made-for-other-mains', $codes(1 / 0.959, 1 / 0.959), 'a twenty-fifth less');
        self::assertContains('made-for-other-mains', $codes(1.08, 1.08 / 1.039), 'they agree');
        self::assertNotContains('made-for-other-mains', $codes(1.08, 1.08 / 1.041), 'they do not');
    }

    public function testHeat(): void
    {
        $surface = static fn (string $text): string => self::codes(PowerTransformer::judge(new DrawnTransformer('T1', 'power'), self::tests([IronTestKind::Surface, '', $text]), new IronContext())->reasons)[0];
        self::assertSame(['surface-cool', 'surface-warm'], [$surface('74/23'), $surface('76/23')]);
        // Class A ends at 105 °C (IEC 60085, from memory), the hot spot lies 15 K above the mean: 90 °C mean, 80 °C for the last ten kelvins.
        $spot = static fn (float $mean): string => self::codes(PowerTransformer::judge(new DrawnTransformer('T1', 'power'), self::tests([IronTestKind::ResistanceRise, 'primary', \sprintf('5.1000/20/%.4f', 5.1 * (234.5 + $mean) / 254.5)]), new IronContext())->reasons)[0];
        self::assertSame(['winding-cool', 'winding-warm', 'winding-warm', 'winding-too-hot'], [$spot(79.8), $spot(80.2), $spot(89.8), $spot(90.2)]);
    }

    public function testTheClassesOfInsulation(): void
    {
        self::assertSame(['A' => 105.0, 'E' => 120.0, 'B' => 130.0, 'F' => 155.0, 'H' => 180.0], (new \ReflectionClass(Winding::class))->getConstant('CLASSES_CELSIUS'), 'IEC 60085, from memory');
    }

    public function testWhatASpeakerMayBe(): void
    {
        // 6.2 Ω of copper: nominal by a tenth to three tenths more (common practice).
        self::assertEqualsWithDelta([6.82, 8.06], Winding::speakerNominal(6.2), 1e-9);
    }

    public function testThePowerOfAReplacement(): void
    {
        $tubes = ShippedTubes::catalogue();
        $sheet = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/lantern-30.sheet.json')));
        self::assertNotNull($sheet->circuit);
        $specification = Fields::of(ReplacementSheet::of(CircuitAtWork::of($sheet, $sheet->circuit, AsFitted::drawn($sheet->circuit->netlist, new Factors()), $tubes), 'T2', 1.0) ?? self::fail('no T2'));
        $primary = $specification->object('primary');
        // A sine of 0.85 of the supply on each half: 2·U²/Raa, both halves together 2U peak.
        self::assertEqualsWithDelta(2 * (0.85 * $primary->number('supplyVolts')) ** 2 / $primary->number('ohms'), $specification->number('voltAmperes'), 1e-9);
    }

    private static function transformer(): DrawnTransformer
    {
        $winding = static fn (string $id, float $ohms): DrawnWinding => new DrawnWinding($id, $id, $ohms);

        return new DrawnTransformer('T2', 'output', [$winding('half a', 58), $winding('half b', 66), $winding('secondary', 0.4)], primaryOhms: 6600, tapOhms: 8, henries: 60, tubes: ['6L6GC', '6L6GC'], supply: 'A');
    }

    /** @param array{IronTestKind, string, string} ...$typed */
    private static function tests(array ...$typed): TestRecord
    {
        return new TestRecord(array_map(static fn (array $t): TakenTest => TakenTest::typed($t[0], 'T2', $t[1], $t[2], \in_array($t[0], [IronTestKind::Insulation, IronTestKind::InsulationOhms], true)), array_values($typed)));
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
