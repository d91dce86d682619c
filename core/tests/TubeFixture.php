<?php

declare(strict_types=1);

namespace Yew\Core\Tests;

use Yew\Core\Tube\TubeCatalogue;

/** A catalogue of three types, enough for the rules to be tested without reading a file. */
final class TubeFixture
{
    public static function catalogue(): TubeCatalogue
    {
        $triodes = ['1' => 'plate', '2' => 'grid', '3' => 'cathode', '4' => 'heater', '5' => 'heater', '6' => 'plate', '7' => 'grid', '8' => 'cathode', '9' => 'heater centre'];
        $beam = ['2' => 'heater', '3' => 'plate', '4' => 'screen', '5' => 'grid', '7' => 'heater', '8' => 'cathode'];

        return TubeCatalogue::decode(['format' => 'tubes/1', 'version' => 'test', 'bases' => ['octal' => 8, 'B9A' => 9], 'types' => [
            ['type' => '12AX7', 'alsoKnownAs' => ['ECC83'], 'base' => 'B9A', 'pins' => $triodes, 'heaterVolts' => 6.3, 'heaterPins' => [4, 9], 'source' => 'from memory'],
            ['type' => '6L6GC', 'alsoKnownAs' => [], 'base' => 'octal', 'pins' => $beam, 'heaterVolts' => 6.3, 'heaterPins' => [2, 7], 'source' => 'from memory'],
        ]]);
    }
}
