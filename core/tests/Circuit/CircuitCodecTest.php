<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Circuit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Circuit\CircuitCodec;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tests\Tube\ShippedTubes;

/** Blocks become a netlist with stable places; nonsense is refused with block and field. */
final class CircuitCodecTest extends TestCase
{
    private const TUBES = ['V1' => '12AX7', 'V2' => '6V6GT', 'V3' => '5Y3GT'];

    public function testAStageBecomesPartsBetweenSocketPinsAndNodes(): void
    {
        $circuit = self::decode(self::blocks());
        $load = $circuit->netlist->find('R3');
        self::assertInstanceOf(Resistor::class, $load);
        self::assertSame(['B', 'V1.1', 100000.0], [$load->a, $load->b, $load->ohms]);
        self::assertSame(['A', 'B'], array_keys($circuit->rails()));
        self::assertSame('circuit.blocks[3]', $circuit->pathOf['R3']);
        self::assertNotNull($circuit->netlist->find('V1/1/cathode'), 'a part that was drawn without an id gets one from its place');
    }

    public function testIdsDoNotDependOnTheOrderOfBlocks(): void
    {
        $ids = static function (array $blocks): array {
            /** @var list<array<string, mixed>> $blocks */
            $keys = array_keys(self::decode($blocks)->netlist->elements);
            sort($keys);

            return $keys;
        };
        self::assertSame($ids(self::blocks()), $ids(array_reverse(self::blocks())));
    }

    /** @return iterable<string, array{int, array<string, mixed>, string, string}> block, change, path, word of the sentence */
    public static function nonsense(): iterable
    {
        yield 'a node fed by nothing' => [3, ['supply' => 'Q'], 'circuit.blocks[3]', 'nothing feeds'];
        yield 'a rail from nowhere' => [2, ['from' => 'Q'], 'circuit.blocks[2]', 'nothing feeds'];
        yield 'a rail that feeds itself' => [2, ['from' => 'B'], 'circuit', 'circle'];
        yield 'a signal from nowhere' => [4, ['from' => ['V7.1']], 'circuit.blocks[4]', 'no place'];
        yield 'zero ohms as a plate load' => [3, ['plateLoad' => ['ohms' => 0]], 'circuit.blocks[3].plateLoad.ohms', 'more than 0'];
        yield 'negative ohms' => [3, ['cathodeResistor' => -1500], 'circuit.blocks[3].cathodeResistor', '0'];
        yield 'a tube that is not fitted' => [3, ['tube' => 'V9'], 'circuit.blocks[3].tube', 'no tube'];
        yield 'a section that the tube lacks' => [3, ['section' => '3'], 'circuit.blocks[3].section', 'sections'];
        yield 'an unknown block' => [3, ['kind' => 'oscillator'], 'circuit.blocks[3].kind', 'belongs here'];
        yield 'an unknown field' => [3, ['colour' => 'red'], 'circuit.blocks[3].colour', 'unknown field'];
        yield 'a winding that the transformer lacks' => [1, ['winding' => 'T1/tertiary'], 'circuit.blocks[1]', 'no winding'];
        yield 'a part id twice' => [4, ['cathodeResistor' => ['id' => 'R3', 'ohms' => 470]], 'circuit.blocks[4]', 'twice'];
        yield 'a part that is named by a number' => [4, ['cathodeResistor' => ['id' => '0', 'ohms' => 470]], 'circuit.blocks[4]', 'no name of a part'];
        yield 'a grid in the air' => [3, ['gridLeak' => null], 'circuit.blocks[3].gridLeak', 'hangs in the air'];
        yield 'an output tube twice' => [4, ['tubes' => ['V2', 'V2']], 'circuit.blocks[4].tubes', 'twice'];
        yield 'a capacitor of a farad' => [3, ['cathodeCapacitor' => 1.0], 'circuit.blocks[3].cathodeCapacitor', '0.01'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedWithItsPlace(int $block, array $change, string $path, string $word): void
    {
        $blocks = self::blocks();
        $blocks[$block] = array_filter([...$blocks[$block], ...$change], static fn (mixed $v): bool => null !== $v);
        try {
            self::decode($blocks);
            self::fail('accepted');
        } catch (BadData $e) {
            self::assertSame($path, $e->path);
            self::assertStringContainsString($word, $e->sentence);
        }
    }

    public function testFiveHundredBlocksAreTooMany(): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage('circuit.blocks: more than');
        self::decode(array_fill(0, 500, self::blocks()[3]));
    }

    public function testAFloatingNodeOfLooseElementsIsRefusedWithItsElement(): void
    {
        try {
            (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['blocks' => self::blocks(), 'elements' => [
                ['id' => 'R90', 'kind' => 'resistor', 'between' => ['X', 'Y'], 'ohms' => 1000],
                ['id' => 'C90', 'kind' => 'capacitor', 'between' => ['X', 'A'], 'farads' => 1e-6],
            ]], 'circuit'), self::TUBES);
            self::fail('accepted');
        } catch (BadData $e) {
            self::assertSame('circuit.elements[0]', $e->path);
            self::assertStringContainsString('hangs in the air', $e->sentence);
        }
    }

    /** @param list<array<string, mixed>> $blocks */
    private static function decode(array $blocks): DrawnCircuit
    {
        return (new CircuitCodec(ShippedTubes::catalogue()))->decode(Fields::of(['blocks' => $blocks], 'circuit'), self::TUBES);
    }

    /** @return list<array<string, mixed>> a little single-ended amplifier */
    private static function blocks(): array
    {
        return [
            ['kind' => 'mains', 'id' => 'T1', 'ratedVolts' => 117, 'primaryOhms' => 6, 'windings' => [['id' => 'ht', 'volts' => 620, 'ohms' => 330]]],
            ['kind' => 'supply', 'id' => 'D1', 'winding' => 'T1/ht', 'rectifier' => 'centre-tap', 'tube' => 'V3', 'out' => 'A', 'reservoirs' => [['farads' => 16e-6, 'ratedVolts' => 475]]],
            ['kind' => 'rail', 'node' => 'B', 'from' => 'A', 'dropper' => ['id' => 'R9', 'ohms' => 2200], 'capacitors' => [['farads' => 16e-6]]],
            ['kind' => 'gain', 'tube' => 'V1', 'supply' => 'B', 'plateLoad' => ['id' => 'R3', 'ohms' => 100000], 'cathodeResistor' => 1500, 'gridLeak' => 1e6],
            ['kind' => 'output', 'id' => 'T2', 'mode' => 'single-ended', 'tubes' => ['V2'], 'supply' => 'A', 'screenSupply' => 'B', 'gridLeak' => 220000, 'from' => ['V1.1'], 'coupling' => 22e-9, 'cathodeResistor' => ['id' => 'R8', 'ohms' => 470], 'primaryOhms' => 7000, 'halfOhms' => [280], 'loadOhms' => 4],
        ];
    }
}
