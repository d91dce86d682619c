<?php

declare(strict_types=1);

namespace Yew\Core\Tests;

use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SheetCodec;

/** A small fixed-bias amplifier as a sheet document; tests change what they are about. */
final class SheetFixture
{
    /** @return array<string, mixed> */
    public static function document(): array
    {
        return [
            'format' => 'sheet/1',
            'name' => 'Test piece',
            'source' => ['trust' => 'original-schematic', 'title' => 'drawing'],
            'printedFor' => ['mainsVolts' => 117, 'equivalents' => [234]],
            'printedMeter' => ['ohmsPerVolt' => 20000, 'rangesVolts' => [50, 250, 500]],
            'tubes' => [
                ['position' => 'V1', 'type' => '12AX7'],
                ['position' => 'V2', 'type' => '6L6GC', 'output' => true],
                ['position' => 'V3', 'type' => '6L6GC', 'output' => true, 'sisterOf' => 'V2'],
            ],
            'supply' => [
                'rectifier' => 'solid-state',
                'standby' => ['kind' => 'none', 'breaks' => []],
                'nodes' => [
                    ['id' => 'A', 'name' => 'reservoir'],
                    ['id' => 'B', 'name' => 'screens', 'fedFrom' => 'A', 'through' => 'R1'],
                    ['id' => 'C', 'name' => 'inverter', 'fedFrom' => 'B', 'through' => 'R2'],
                    ['id' => 'D', 'name' => 'first stage', 'fedFrom' => 'C', 'through' => 'R3'],
                    ['id' => 'N', 'name' => 'bias'],
                ],
            ],
            'parts' => [
                ['id' => 'R1', 'kind' => 'resistor', 'ohms' => 1000, 'between' => ['A', 'B'], 'tolerancePercent' => 10],
                ['id' => 'R2', 'kind' => 'resistor', 'ohms' => 10000, 'between' => ['B', 'C'], 'tolerancePercent' => 10],
                ['id' => 'R3', 'kind' => 'resistor', 'ohms' => 22000, 'between' => ['C', 'D'], 'tolerancePercent' => 10],
                ['id' => 'R4', 'kind' => 'resistor', 'ohms' => 1500, 'between' => ['V1.3', 'chassis']],
                ['id' => 'R9', 'kind' => 'resistor', 'ohms' => 220000, 'between' => ['A', 'chassis']],
            ],
            'capacitors' => [
                ['id' => 'C1/a', 'node' => 'A', 'farads' => 100e-6, 'ratedVolts' => 500],
                ['id' => 'C1/b', 'node' => 'B', 'farads' => 22e-6, 'ratedVolts' => 450],
                ['id' => 'C9', 'node' => 'N', 'farads' => 47e-6, 'ratedVolts' => 100],
            ],
            'points' => [
                ['place' => 'A', 'kind' => 'rail', 'printedVolts' => 440],
                ['place' => 'B', 'kind' => 'rail', 'printedVolts' => 430],
                ['place' => 'C', 'kind' => 'rail', 'printedVolts' => 370],
                ['place' => 'D', 'kind' => 'rail', 'printedVolts' => 326],
                ['place' => 'N', 'kind' => 'bias', 'printedVolts' => -41.2],
                ['place' => 'V2.3', 'kind' => 'plate', 'printedVolts' => 438, 'fedBy' => 'A'],
                ['place' => 'V3.3', 'kind' => 'plate', 'printedVolts' => 438, 'fedBy' => 'A', 'sister' => 'V2.3'],
                ['place' => 'V1.1', 'kind' => 'plate', 'printedVolts' => 220, 'fedBy' => 'D', 'sourceResistanceOhms' => 100000],
                ['place' => 'V1.6', 'kind' => 'plate', 'printedVolts' => 220, 'fedBy' => 'D'],
                ['place' => 'V1.3', 'kind' => 'cathode', 'printedVolts' => 1.5],
                ['place' => 'V1.8', 'kind' => 'cathode', 'printedVolts' => 0.5, 'tolerancePercent' => 10],
                ['place' => 'V2.5', 'kind' => 'grid', 'printedVolts' => 0, 'gridLeakOhms' => 220000],
                ['place' => 'V3.7', 'kind' => 'heater', 'printedVolts' => 6.3, 'function' => 'ac-volts', 'against' => 'V3.2', 'ratedVolts' => 6.3],
                ['place' => 'V3.5', 'kind' => 'other'],
            ],
            'fuses' => [['id' => 'F1', 'place' => 'mains', 'printedAmperes' => 2, 'characteristic' => 'T', 'ratedVolts' => 250]],
        ];
    }

    /**
     * The document with one value changed.
     *
     * @param list<string|int> $where path to it
     *
     * @return array<mixed>
     */
    public static function changed(array $where, mixed $value): array
    {
        $document = self::document();
        $spot = &$document;
        foreach ($where as $step) {
            $spot = &$spot[$step]; // @phpstan-ignore offsetAccess.nonOffsetAccessible (a path that does not exist fails the test)
        }
        $spot = $value;

        return (array) $document;
    }

    /** @param array<mixed> $document */
    public static function sheet(?array $document = null): Sheet
    {
        return (new SheetCodec(TubeFixture::catalogue()))->decode($document ?? self::document());
    }
}
