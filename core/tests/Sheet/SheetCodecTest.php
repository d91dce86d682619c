<?php

declare(strict_types=1);

namespace Yew\Core\Tests\Sheet;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yew\Core\Bench\Bleeder;
use Yew\Core\Codec\BadData;
use Yew\Core\Sheet\SheetFile;
use Yew\Core\Tests\SheetFixture;

final class SheetCodecTest extends TestCase
{
    public function testDerivesIslandsFromTheBanks(): void
    {
        $sheet = SheetFixture::sheet();
        self::assertSame(['A', 'N'], $sheet->islandIds());
        self::assertSame(['A', 'B', 'C', 'D'], $sheet->islands[0]->nodes);
        self::assertSame('A', $sheet->islands[0]->proofAt);
        self::assertSame(500.0, $sheet->ratingAt('A'));
    }

    public function testStandbyCutsAnIslandOff(): void
    {
        $document = SheetFixture::document();
        $document['supply'] = array_replace_recursive((array) $document['supply'], ['standby' => ['kind' => 'dc', 'breaks' => ['B', 'C', 'D']]]);
        $islands = SheetFixture::sheet($document)->islands;
        self::assertSame(['A', 'A-standby', 'N'], array_map(static fn ($i) => $i->id, $islands));
        self::assertSame('standby', $islands[1]->cutOffBy);
    }

    public function testPrintedMainsFollowsTheWiring(): void
    {
        $sheet = SheetFixture::sheet();
        self::assertSame(117.0, $sheet->printedMainsFor(120.0));
        self::assertSame(234.0, $sheet->printedMainsFor(240.0));
        self::assertSame(117.0, $sheet->printedMainsFor(null));
    }

    public function testAClippedBleederEntersTheNetwork(): void
    {
        $document = SheetFixture::document();
        $document['parts'] = \array_slice((array) $document['parts'], 0, 4);
        $sheet = SheetFixture::sheet($document);
        $start = ['A' => 440.0, 'B' => 430.0];
        self::assertNull($sheet->dischargeNetwork($sheet->islands[0], null)->secondsTo(60.0, $start));
        self::assertLessThan(10.0, $sheet->dischargeNetwork($sheet->islands[0], new Bleeder(4700.0, 'A'))->secondsTo(60.0, $start));
    }

    /** @return iterable<string, array{list<string|int>, mixed, string}> path to change, value, path of the fault */
    public static function faults(): iterable
    {
        yield 'another format' => [['format'], 'sheet/9', 'format'];
        yield 'an unknown field' => [['colour'], 'red', 'colour'];
        yield 'an unknown field deep down' => [['supply', 'nodes', 1, 'wattage'], 5, 'supply.nodes[1].wattage'];
        yield 'a missing node' => [['supply', 'nodes', 2, 'fedFrom'], 'Q', 'supply.nodes[2].fedFrom'];
        yield 'a circle in the supply' => [['supply', 'nodes', 0, 'fedFrom'], 'C', 'supply.nodes[0].fedFrom'];
        yield 'a node fed by itself' => [['supply', 'nodes', 4, 'fedFrom'], 'N', 'supply.nodes[4].fedFrom'];
        yield 'a node twice' => [['supply', 'nodes', 1, 'id'], 'A', 'supply.nodes[1].id'];
        yield 'a part that is not there' => [['supply', 'nodes', 1, 'through'], 'R99', 'supply.nodes'];
        yield 'a tube that is not known' => [['tubes', 0, 'type'], '12AX', 'tubes[0].type'];
        yield 'a sister that is not there' => [['tubes', 2, 'sisterOf'], 'V9', 'tubes[2].sisterOf'];
        yield 'a pin that the base lacks' => [['points', 5, 'place'], 'V2.9', 'points[5].place'];
        yield 'a tube that is not fitted' => [['points', 5, 'place'], 'V7.3', 'points[5].place'];
        yield 'a node that is not there' => [['points', 0, 'place'], 'Z', 'points[0].place'];
        yield 'no place at all' => [['points', 0, 'place'], '<b>', 'points[0].place'];
        yield 'the same point twice' => [['points', 1, 'place'], 'A', 'points[1].place'];
        yield 'a point fed by nothing known' => [['points', 5, 'fedBy'], 'Z', 'points[5].fedBy'];
        yield 'ohms at a test point' => [['points', 5, 'function'], 'ohms', 'points[5].function'];
        yield 'a kind that does not exist' => [['points', 5, 'kind'], 'anode', 'points[5].kind'];
        yield 'text for volts' => [['points', 5, 'printedVolts'], '438', 'points[5].printedVolts'];
        yield 'absurd volts' => [['points', 5, 'printedVolts'], 1e9, 'points[5].printedVolts'];
        yield 'a sister point that is not there' => [['points', 6, 'sister'], 'V1.2', 'points[6].sister'];
        yield 'zero ohms' => [['parts', 0, 'ohms'], 0, 'parts[0].ohms'];
        yield 'a part with one end' => [['parts', 0, 'between'], ['A'], 'parts[0].between'];
        yield 'a part that ends nowhere' => [['parts', 0, 'between'], ['A', 'Q'], 'parts[0].between[1]'];
        yield 'a capacitor at no node' => [['capacitors', 0, 'node'], 'Q', 'capacitors[0].node'];
        yield 'mains of 12 V' => [['printedFor', 'mainsVolts'], 12, 'printedFor.mainsVolts'];
        yield 'no trust' => [['source', 'trust'], 'hearsay', 'source.trust'];
        yield 'two kinds of meter' => [['printedMeter', 'inputResistanceOhms'], 1e7, 'printedMeter.ohmsPerVolt'];
        yield 'an island over a missing node' => [['islands'], [['id' => 'x', 'name' => 'x', 'nodes' => ['Q'], 'proofAt' => 'Q']], 'islands[0].nodes[0]'];
        yield 'an island proved elsewhere' => [['islands'], [['id' => 'x', 'name' => 'x', 'nodes' => ['A'], 'proofAt' => 'B']], 'islands[0].proofAt'];
        yield 'a list where an object belongs' => [['supply'], [1, 2], 'supply'];
        yield 'a window for nothing' => [['windows'], ['anode' => ['lowPercent' => 1, 'highPercent' => 1]], 'windows.anode'];
        yield 'standby breaking a missing node' => [['supply', 'standby', 'breaks'], ['Q'], 'supply.standby.breaks[0]'];
    }

    /** @param list<string|int> $where */
    #[DataProvider('faults')]
    public function testRefusesWithThePathOfTheFault(array $where, mixed $value, string $path): void
    {
        $document = SheetFixture::changed($where, $value);
        try {
            SheetFixture::sheet($document);
            self::fail('was accepted');
        } catch (BadData $e) {
            self::assertSame($path, $e->path, $e->getMessage());
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        yield 'too large' => ['"'.str_repeat('x', 2_000_001).'"', 'MB'];
        yield 'another encoding' => ["{\"name\": \"caf\xe9\"}", 'UTF-8'];
        yield 'nested too deeply' => [str_repeat('[', 400).str_repeat(']', 400), 'nested'];
        yield 'not JSON' => ['name = x', 'JSON'];
        yield 'a number' => ['5', 'object'];
    }

    public function testASheetFileHasItsBounds(): void
    {
        $nested = static fn (int $levels): string => str_repeat('[', $levels).str_repeat(']', $levels);
        self::assertCount(1, SheetFile::decode($nested(23)), 'values count as a level');
        self::assertCount(1, SheetFile::decode('["'.str_repeat('a', 2_000_000 - 4).'"]'));
        foreach ([$nested(24) => 'nested deeper than 24', '["'.str_repeat('a', 2_000_000 - 3).'"]' => 'at most 2 MB'] as $text => $says) {
            try {
                SheetFile::decode($text);
                self::fail('it was read');
            } catch (BadData $e) {
                self::assertStringContainsString($says, $e->sentence);
            }
        }
    }

    #[DataProvider('texts')]
    public function testRefusesTextThatIsNoSheetFile(string $text, string $says): void
    {
        $this->expectException(BadData::class);
        $this->expectExceptionMessage($says);
        SheetFile::decode($text);
    }

    public function testAByteOrderMarkIsHarmless(): void
    {
        self::assertSame(['a' => 1], SheetFile::decode("\xEF\xBB\xBF".'{"a": 1}'));
    }
}
