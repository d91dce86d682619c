<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Iron;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Factors;
use Yew\Core\Codec\Fields;
use Yew\Core\Iron\ReplacementSheet;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\SheetCodec;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Tests\Tube\ShippedTubes;

final class ReplacementSheetTest extends TestCase
{
    /** @return iterable<string, array{string, float, float, bool}> */
    public static function supplies(): iterable
    {
        // IRON-11 (common practice): bridge 1.7 to 2.0 times the DC, centre tap 1.2 to 1.4 times in each half; ours with what stiff reservoirs add.
        yield 'bridge' => ['rushlight-60', 1.6, 2.4, false];
        yield 'another bridge' => ['quillon-duo-12', 1.6, 2.4, false];
        yield 'centre tap, silicon' => ['lantern-30', 1.1, 1.6, true];
        yield 'centre tap, tube' => ['teasel-50', 1.0, 1.5, true];
    }

    #[DataProvider('supplies')]
    public function testRmsCurrentOfTheHighVoltageWinding(string $sheet, float $least, float $most, bool $tapped): void
    {
        $spec = self::spec($sheet, 'T1');
        $ht = Fields::of($spec['secondaries'][0]);
        self::assertSame($tapped, $ht->boolean('centreTapped'));
        $ratio = $ht->number('rmsAmperes') / $ht->number('dcAmperes');
        self::assertGreaterThan($least, $ratio);
        self::assertLessThan($most, $ratio);
        self::assertGreaterThan($ht->number('idleDcAmperes'), $ht->number('dcAmperes'), 'full power draws more than idling');
    }

    public function testHeatersAreSummedOverTheTubes(): void
    {
        // Two 6L6GC at 0.9 A and three 12AX7 at 0.3 A (RCA RC-30, from memory); a 5AR4 of its own at 1.9 A.
        self::assertEqualsWithDelta(2.7, self::amperes(self::spec('lantern-30', 'T1'), 'heater'), 1e-9);
        self::assertEqualsWithDelta(1.9, self::amperes(self::spec('teasel-50', 'T1'), 'rectifier'), 1e-9);
    }

    public function testAnOutputTransformer(): void
    {
        $spec = self::spec('lantern-30', 'T2');
        $primary = Fields::of($spec['primary']);
        self::assertEqualsWithDelta(6600, $primary->number('ohms'), 1);
        self::assertCount(2, $primary->numbers('dcAmperesPerSide'));
        // IRON-12: a plate peaks near twice B+.
        self::assertEqualsWithDelta(2 * $primary->number('supplyVolts'), $primary->number('peakVolts'), 1e-6);
        self::assertTrue(Fields::of(self::spec('quillon-duo-12', 'T2')['primary'])->boolean('screenTaps'));
        self::assertContains('gapped', self::spec('nuthatch-5', 'T2')['notes']);
    }

    public function testAnotherWiringChangesThePrimaryOnly(): void
    {
        $here = self::spec('lantern-30', 'T1', 2.0);
        self::assertEqualsWithDelta(234.0, Fields::of($here['primary'])->number('volts'), 1e-9);
        self::assertSame(self::spec('lantern-30', 'T1')['secondaries'], $here['secondaries']);
    }

    public function testWhatIsNoTransformerHasNoSheet(): void
    {
        self::assertNull(ReplacementSheet::of(self::circuit('lantern-30'), 'R14', 1.0));
    }

    /** @return array{format: string, part: string, role: string, primary: array<string, mixed>, secondaries: list<array<string, mixed>>, voltAmperes: float|null, notes: list<string>} */
    private static function spec(string $sheet, string $part, float $mainsRatio = 1.0): array
    {
        $spec = ReplacementSheet::of(self::circuit($sheet), $part, $mainsRatio);
        self::assertNotNull($spec);

        return $spec;
    }

    /** @param array{secondaries: list<array<string, mixed>>} $spec */
    private static function amperes(array $spec, string $winding): float
    {
        foreach ($spec['secondaries'] as $secondary) {
            if ($secondary['winding'] === $winding) {
                return Fields::of($secondary)->number('rmsAmperes');
            }
        }
        self::fail('no winding '.$winding);
    }

    private static function circuit(string $name): CircuitAtWork
    {
        $tubes = ShippedTubes::catalogue();
        $sheet = (new SheetCodec($tubes))->decode(SheetFile::decode((string) file_get_contents(__DIR__.'/../../../server/demo/sheets/'.$name.'.sheet.json')));
        self::assertNotNull($sheet->circuit);

        return CircuitAtWork::of($sheet, $sheet->circuit, AsFitted::drawn($sheet->circuit->netlist, new Factors()), $tubes);
    }
}
