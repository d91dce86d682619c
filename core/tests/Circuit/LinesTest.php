<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Lines\LineReader;
use Yew\Core\Circuit\Lines\LineWriter;
use Yew\Core\Circuit\Lines\Value;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Circuits typed a block to a line. */
final class LinesTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function sheets(): iterable
    {
        foreach ((array) glob(__DIR__.'/../../../server/demo/sheets/*.sheet.json') as $file) {
            yield basename((string) $file) => [(string) $file];
        }
    }

    /** Writing a circuit and reading it back gives the same parts with the same values between the same places. */
    #[DataProvider('sheets')]
    public function testWrittenAndReadBackItIsTheSameCircuit(string $file): void
    {
        $sheet = Fields::of(json_decode((string) file_get_contents($file), true));
        $tubes = [];
        foreach ($sheet->objects('tubes') as $tube) {
            $tubes[$tube->string('position')] = $tube->string('type');
        }
        $circuit = $sheet->raw('circuit');
        self::assertIsArray($circuit);
        $text = LineWriter::text($circuit, ShippedTubes::catalogue(), $tubes);
        $read = LineReader::read($text, ShippedTubes::catalogue());
        self::assertSame([], $read->faults, $text);
        self::assertEquals($tubes, $read->tubes);
        $codec = new CircuitCodec(ShippedTubes::catalogue());
        self::assertEquals($codec->decode(Fields::of($circuit, 'circuit'), $tubes)->netlist, $codec->decode(Fields::of(['blocks' => $read->blocks], 'circuit'), $tubes)->netlist);
    }

    public function testWhatIsLeftOutTakesTheUsualValue(): void
    {
        $read = LineReader::read("mains 230 ht 300/20\nsupply ht bridge A 100u/450\ngain V1 12AX7 A 100k 1k5\nltp V2 12AX7 A 82k 100k 470 10k from V1 22n\npp V3/V4 EL84 A screens A cath 130 from V2 22n ot 8k", ShippedTubes::catalogue());
        self::assertSame([], $read->faults);
        self::assertSame(1e6, $read->blocks[2]['gridLeak']);
        self::assertSame([1e6, 1e6, 1e-7], [$read->blocks[3]['gridLeak'], $read->blocks[3]['otherGridLeak'], $read->blocks[3]['otherGridCapacitor']]);
        self::assertSame('V1.1', $read->blocks[3]['from']);
        self::assertSame(['V2.1', 'V2.6'], $read->blocks[4]['from'], 'both outputs of the inverter');
        self::assertSame(['T1/ht', 'T2'], [$read->blocks[1]['winding'], $read->blocks[4]['id']]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function faults(): iterable
    {
        yield 'an unknown word' => ['osc V1 12AX7 A 100k', 'begins no block'];
        yield 'a tube without its type' => ['gain V1 A 100k 1k5', 'type of V1 is not said'];
        yield 'a type without suffix' => ['se V1 6L6 A cath 470 ot 5k', 'not said'];
        yield 'a type that nobody makes' => ['gain V1 99ZZ9 A 100k 1k5', 'not in the tube data'];
        yield 'no plate load' => ['gain V1 12AX7 A', 'plate load is missing'];
        yield 'one value too many' => ['gain V1 12AX7 A 100k 1k5 47k', '“47k” has no meaning'];
        yield 'a word without what belongs behind it' => ['gain V1 12AX7 A 100k 1k5 leak often', 'after “leak”'];
        yield 'half a push-pull stage' => ['pp V1 EL84 A ot 8k', 'two sides'];
        yield 'a section that the tube lacks' => ['gain V1c 12AX7 A 100k 1k5', 'no section c'];
        yield 'no impedance' => ['se V1 EL84 A cath 150', 'impedance'];
        yield 'a loose part without a value' => ['res R1 A B', 'write'];
    }

    #[DataProvider('faults')]
    public function testAFaultSaysWhatIsMissing(string $line, string $says): void
    {
        $faults = LineReader::read("# a comment\n\n".$line, ShippedTubes::catalogue())->faults;
        self::assertSame([2], array_keys($faults));
        self::assertStringContainsString($says, $faults[2]);
    }

    public function testValuesBothWays(): void
    {
        foreach ([100_000 => '100k', 1500 => '1k5', 470 => '470', 1_000_000 => '1M', 2_200_000 => '2M2'] as $ohms => $text) {
            self::assertSame($text, Value::short((float) $ohms));
            self::assertSame((float) $ohms, Value::part($text));
        }
        foreach (['22n' => 2.2e-8, '0.1u' => 1e-7, '.1u' => 1e-7, '470p' => 4.7e-10, '2n2' => 2.2e-9] as $text => $farads) {
            self::assertSame($farads, Value::capacitor($text));
        }
        self::assertSame(['id' => 'R14', 'ohms' => 10000.0, 'watts' => 2.0, 'tolerancePercent' => 5.0], Value::part('R14=10k/2W/5%'));
        self::assertSame(['ids' => ['R21', 'R22'], 'ohms' => 1.0], Value::part('R21,R22=1'));
        self::assertNull(Value::part('22n'));
        self::assertNull(Value::capacitor('470'));
        self::assertSame(['ohms' => 5e5, 'setting' => 0.5], Value::control('500k@0.5'));
    }
}
