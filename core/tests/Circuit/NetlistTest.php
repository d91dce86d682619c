<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistReader;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Circuit\Spice\SpiceValue;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

/** SPICE netlists in and out. */
final class NetlistTest extends TestCase
{
    private const STAGE = <<<'SPICE'
        two stages and a transformer
        * a comment
        Vb b 0 DC 300
        Ra1 b p1 100k ; load
        X1 p1 g1 k1 12AX7
        Rk1 k1 0
        + 1.5k
        Rg1 g1 0 1meg
        C1 p1 g2 22n
        Rg2 g2 0 470kohm
        X2 p2 s2 g2 k2 tube_6v6gt_1
        Rk2 k2 0 470
        Rs2 b s2 1000
        Lp p2 b 12
        Ls out 0 6.9m
        K1 Lp Ls 0.999
        Rl out 0 4
        D1 0 d silicon
        Rd d b 1meg
        .model silicon D(Is=7e-9 N=1.8)
        .op
        .end
        never read
        SPICE;

    /** @return iterable<string, array{string, float|null}> */
    public static function values(): iterable
    {
        yield 'kilo' => ['4.7k', 4700.0];
        yield 'mega is meg' => ['1meg', 1e6];
        yield 'm is milli, also for M' => ['1M', 1e-3];
        yield 'units say nothing' => ['22uF', 22e-6];
        yield 'the micro sign' => ['22µ', 22e-6];
        yield 'exponents' => ['1.5e3', 1500.0];
        yield 'a bare unit' => ['470ohm', 470.0];
        yield 'an expression' => ['{2*r}', null];
        yield 'a word' => ['big', null];
        yield 'beyond all bounds' => ['1e400', null];
    }

    #[DataProvider('values')]
    public function testValues(string $text, ?float $value): void
    {
        $read = SpiceValue::parse($text);
        self::assertSame(null === $value, null === $read);
        self::assertEqualsWithDelta($value ?? 0.0, $read ?? 0.0, 1e-9 * abs($value ?? 0.0));
    }

    public function testANetlistIsReadAndSolved(): void
    {
        $read = NetlistReader::read(self::STAGE, ShippedTubes::catalogue());
        self::assertSame([], $read['notUnderstood']);
        $solution = self::solved($read['elements']);
        // By hand: about 0.75 mA through 100 k and 1.5 k; the pentode's cathode sits where 470 Ω biases it.
        self::assertEqualsWithDelta(200.0, $solution->at('p1'), 20.0);
        self::assertEqualsWithDelta(18.5, $solution->at('k2'), 2.0);
        self::assertEqualsWithDelta(0.0, $solution->at('out'), 1e-6);
    }

    public function testWhatComesOutGoesInAgainAndMeansTheSame(): void
    {
        $elements = NetlistReader::read(self::STAGE, ShippedTubes::catalogue())['elements'];
        $first = self::solved($elements);
        $text = NetlistWriter::file($first, ShippedTubes::catalogue(), Flavour::Averaged, 'again');
        $again = NetlistReader::read($text, ShippedTubes::catalogue());
        self::assertSame([], $again['notUnderstood']);
        $second = self::solved($again['elements']);
        foreach (['p1', 'k1', 'p2', 's2', 'k2', 'd'] as $node) {
            self::assertEqualsWithDelta($first->at($node), $second->at($node), 1e-3 + 1e-4 * abs($first->at($node)), $node);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function drawn(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('drawn')]
    public function testAnExportOfOursComesInAgainWholeWithItsMainsSide(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $conditions = new SolveConditions($mains);
        $first = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
        foreach (Flavour::cases() as $flavour) {
            $read = NetlistReader::read(NetlistWriter::file($first, ShippedTubes::catalogue(), $flavour, 'again'), ShippedTubes::catalogue());
            self::assertSame([], $read['notUnderstood']);
            $again = (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['elements' => $read['elements']], 'circuit'), []);
            $second = OperatingPoint::of(Compiler::compile($again->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
            $compared = 0;
            foreach ($first->circuit->nodes->names as $node => $place) {
                $word = str_replace('_', '.', SpiceText::word($place));
                if ($second->circuit->nodes->has($word)) {
                    self::assertEqualsWithDelta($first->volts[$node], $second->at($word), 1e-4 * abs($first->volts[$node]) + 1e-4, $place);
                    ++$compared;
                }
            }
            self::assertGreaterThan(0.7 * \count($first->circuit->nodes->names), $compared);
        }
    }

    /** @return iterable<string, array{string, int, string}> line, its number, word of the reason */
    public static function strange(): iterable
    {
        yield 'a file named inside' => [".include /etc/passwd\n", 2, 'never read'];
        yield 'a library named inside' => [".lib models.lib\n", 2, 'never read'];
        yield 'a subcircuit that calls itself' => [".subckt loop a b\nX1 a b loop\n.ends\n", 2, 'not expanded'];
        yield 'an unknown subcircuit' => ["X1 a b c opamp\n", 2, 'no tube'];
        yield 'a tube with too few nodes' => ["X1 a b 12AX7\n", 2, '3 nodes'];
        yield 'a behavioural source' => ["B1 a 0 V=V(b)*2\n", 2, 'not read'];
        yield 'a waveform' => ["V1 a 0 SIN(0 1 1k)\n", 2, 'waveform'];
        yield 'no value' => ["R1 a b\n", 2, 'above zero'];
        yield 'a negative resistance' => ["R1 a b -5\n", 2, 'above zero'];
        yield 'both ends the same' => ["R1 a a 5\n", 2, 'same node'];
        yield 'a diode without a model' => ["D1 a 0 ghost\n", 2, 'no diode model'];
        yield 'a part of the mains side without sense' => ["*: part {oops\n", 2, 'no part'];
        yield 'a coupling of nothing' => ["K1 L1 L2 0.9\n", 2, 'no inductor'];
    }

    #[DataProvider('strange')]
    public function testWhatIsNotUnderstoodIsListedWithItsLine(string $text, int $line, string $word): void
    {
        $read = NetlistReader::read("title\n".$text, ShippedTubes::catalogue());
        self::assertNotSame([], $read['notUnderstood']);
        self::assertSame($line, $read['notUnderstood'][0]['line']);
        self::assertStringContainsString($word, $read['notUnderstood'][0]['reason']);
    }

    public function testAnEndlessNetlistIsRefused(): void
    {
        $this->expectException(BadData::class);
        NetlistReader::read(str_repeat("R1 a b 1\n", 13000), ShippedTubes::catalogue());
    }

    public function testAnExportedAmplifierCarriesItsTubesAndNamesItsFlavour(): void
    {
        [$circuit, $mains] = Circuits::named('Lantern 30');
        $conditions = new SolveConditions($mains);
        $solution = OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), $conditions), $conditions);
        foreach ([Flavour::Averaged, Flavour::Switching] as $flavour) {
            $text = NetlistWriter::file($solution, ShippedTubes::catalogue(), $flavour, "Lantern\n30");
            self::assertStringStartsWith("* Lantern 30\n", $text);
            self::assertStringContainsString('.subckt tube_12ax7_1 plate grid cathode', $text);
            self::assertStringContainsString('Rr14 b c 10000', $text);
            self::assertSame(Flavour::Averaged === $flavour, str_contains($text, "\n.op\n"));
        }
    }

    /** @param list<array<string, mixed>> $elements */
    private static function solved(array $elements): Solution
    {
        $circuit = (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['elements' => $elements], 'circuit'), []);

        return OperatingPoint::of(Compiler::compile($circuit->netlist, ShippedTubes::catalogue(), new SolveConditions(0.0)), new SolveConditions(0.0));
    }
}
