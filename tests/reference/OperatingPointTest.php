<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Circuit\Spice\SpiceText;
use Yew\Core\Circuit\Supply\Limiters;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Circuit\Circuits;
use Yew\Core\Tests\Tube\ShippedTubes;

/**
 * Every node against ngspice, `.op` on the exported netlist, averaged flavour: within 0.1 % or 5 mV, whichever is larger.
 *
 * This checks the solver, not the models: the tube equations are the same on both sides, though written twice, and the averaged
 * rectifiers reach their integral another way (samples there, closed form here).
 */
final class OperatingPointTest extends TestCase
{
    private const RELATIVE = 1e-3;
    private const VOLTS = 5e-3;

    /** @return iterable<string, array{string}> */
    public static function circuits(): iterable
    {
        foreach (array_keys(Circuits::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('circuits')]
    public function testAsDrawn(string $name): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $this->assertAgrees($circuit->netlist, new Factors(), new SolveConditions($mains));
    }

    public function testThereAreAtLeastTenCircuits(): void
    {
        self::assertGreaterThanOrEqual(10, \count(Circuits::all()));
    }

    /** @return iterable<string, array{string, list<array<string, mixed>>}> */
    public static function faults(): iterable
    {
        yield 'open cathode resistor of a first stage' => ['Lantern 30', [['kind' => 'open', 'id' => 'R3']]];
        yield 'shorted coupling capacitor into an output grid' => ['Lantern 30', [['kind' => 'short', 'id' => 'C14']]];
        yield 'leaking filter capacitor' => ['Lantern 30', [['kind' => 'leak', 'id' => 'C3', 'ohms' => 20000]]];
        yield 'bias feed lost' => ['Lantern 30', [['kind' => 'open', 'id' => 'R31']]];
        yield 'screen resistor open' => ['Lantern 30', [['kind' => 'open', 'id' => 'R25']]];
        yield 'open common cathode resistor' => ['Wren 15', [['kind' => 'open', 'id' => 'R15']]];
        yield 'shorted coupling capacitor, cathode bias' => ['Wren 15', [['kind' => 'short', 'id' => 'C6']]];
        yield 'half of the primary open' => ['Wren 15', [['kind' => 'open', 'id' => 'T2/a']]];
        yield 'dead output tube' => ['Nuthatch 5', [['kind' => 'strength', 'position' => 'V2', 'strength' => 0]]];
        yield 'shorted cathode bypass' => ['Nuthatch 5', [['kind' => 'short', 'id' => 'C4']]];
        yield 'plate load a decade too small' => ['Quillon Duo 12', [['kind' => 'part', 'id' => 'R13', 'ohms' => 10000]]];
        yield 'plate to grid bridged' => ['Quillon Duo 12', [['kind' => 'bridge', 'id' => 'flux', 'between' => ['V2.7', 'V2.2'], 'ohms' => 1000000]]];
        $open = [['kind' => 'open', 'id' => 'P5'], ['kind' => 'bridge', 'id' => 'P5~track', 'between' => ['D3/top', 'D3/bottom'], 'ohms' => 25000]];
        yield 'bias trim without its wiper' => ['Teasel 50', $open];
        yield 'bias trim without its wiper, the grids held to the cold end' => ['Teasel 50', [['kind' => 'bridge', 'id' => 'hold', 'between' => ['N2', 'D3/top'], 'ohms' => 270000], ...$open]];
        yield 'bias trim at its hot end, another range resistor' => ['Teasel 50', [['kind' => 'part', 'id' => 'R33', 'ohms' => 27000], ['kind' => 'bridge', 'id' => 'hold', 'between' => ['N2', 'D3/top'], 'ohms' => 270000], ['kind' => 'setting', 'id' => 'P5', 'setting' => 0]]];
        yield 'open grid leak' => ['Quillon Duo 12', [['kind' => 'open', 'id' => 'R111']]];
    }

    /** @return iterable<string, array{string, string}> */
    public static function catalogued(): iterable
    {
        foreach ([
            'Lantern 30' => ['tube-gassy:V4:0.0005', 'heater-to-cathode:V1/1:1000', 'contact-bad:V4.5:10000', 'lead-broken:V4.5', 'lead-broken:V4.4', 'joint-bad:R14:10000', 'tube-wrong:V1=12AU7', 'winding-leaking:T2/a:100000'],
            'Teasel 50' => ['tube-gassy:V4:0.005', 'tube-gassy:V1:0.0005', 'winding-shorted-turns:T2/a:0.2', 'contact-bad:V4.4:1000000000', 'tube-weak:V6:0.3', 'tube-heater-open:V5'],
            'Wren 15' => ['control-worn:P1:1000000000', 'capacitor-leaking:C6:10000000', 'tube-shorted:V3.2+V3.9', 'winding-leaking:T2/a:100000'],
        ] as $name => $faults) {
            foreach ($faults as $fault) {
                yield $name.', '.$fault => [$name, $fault];
            }
        }
    }

    #[DataProvider('catalogued')]
    public function testWithAFaultOfTheCatalogue(string $name, string $fault): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $drawn = AsFitted::drawn($circuit->netlist);
        $fitted = FaultCatalogue::read($fault, $drawn, ShippedTubes::catalogue())->in($drawn, ShippedTubes::catalogue());
        $this->assertAgrees($fitted->netlist, $fitted->factors, new SolveConditions($mains));
    }

    /** @param list<array<string, mixed>> $changes */
    #[DataProvider('faults')]
    public function testWithAGrossFault(string $name, array $changes): void
    {
        [$circuit, $mains] = Circuits::named($name);
        $fitted = AsFitted::of($circuit->netlist, new Factors(), array_map(static fn (array $c): Fields => Fields::of($c), $changes), ShippedTubes::catalogue());
        $this->assertAgrees($fitted->netlist, $fitted->factors, new SolveConditions($mains));
    }

    /** @return iterable<string, array{string, SolveConditions}> */
    public static function conditions(): iterable
    {
        yield 'half mains' => ['Lantern 30', new SolveConditions(58.5)];
        yield 'through a 60 W lamp' => ['Lantern 30', new SolveConditions(117.0, Limiters::lamp(60.0, 117.0))];
        yield 'output tubes out' => ['Lantern 30', new SolveConditions(117.0, null, ['V4', 'V5'])];
        yield 'standby' => ['Lantern 30', new SolveConditions(117.0, null, [], true)];
        yield 'a meter on a plate' => ['Lantern 30', new SolveConditions(117.0, null, [], false, [['place' => 'V3.1', 'against' => 'chassis', 'ohms' => 1e6]])];
        yield 'rectifier tube out' => ['Wren 15', new SolveConditions(240.0, null, ['V5'])];
    }

    #[DataProvider('conditions')]
    public function testUnderOtherConditions(string $name, SolveConditions $conditions): void
    {
        [$circuit] = Circuits::named($name);
        $this->assertAgrees($circuit->netlist, new Factors(), $conditions);
    }

    private function assertAgrees(Netlist $netlist, Factors $factors, SolveConditions $conditions): void
    {
        $solution = OperatingPoint::of(Compiler::compile($netlist, ShippedTubes::catalogue(), $conditions, $factors), $conditions);
        $theirs = self::ngspice($solution, $factors, $conditions);
        $compared = 0;
        foreach ($solution->circuit->nodes->names as $node => $place) {
            $name = SpiceText::word($place);
            if (isset($theirs[$name]) && !isset($solution->circuit->floating[$node])) {
                self::assertEqualsWithDelta($theirs[$name], $solution->volts[$node], max(self::VOLTS, self::RELATIVE * abs($theirs[$name])), $place);
                ++$compared;
            }
        }
        self::assertGreaterThan(8, $compared);
    }

    /** @return array<string, float> */
    private static function ngspice(Solution $solution, Factors $factors, SolveConditions $conditions): array
    {
        return Ngspice::run(NetlistWriter::body($solution, ShippedTubes::catalogue(), Flavour::Averaged, 'check'), "op\nprint all");
    }
}
