<?php

declare(strict_types=1);

namespace Yew\Server\Shop;

use Yew\Server\Shop\Entity\ShopMeter;

/**
 * The meter of a shop that has listed none: without one a chassis could never be proved discharged, for a proof names its meter.
 *
 * Its figures are our choice, on the safe side: 10 MΩ is common practice for hand-held digital meters, and their DC volts are mostly
 * better than ±1 %; an accuracy that nobody entered is taken as worse than that, and its name says so.
 */
final readonly class GeneralMeter
{
    private const RANGES = ['dc-volts' => 2.0, 'ac-volts' => 3.0];

    public static function make(): ShopMeter
    {
        $functions = [];
        foreach (self::RANGES as $function => $percent) {
            $ranges = array_map(static fn (float $max): array => ['max' => $max, 'resolution' => 1000.0 === $max ? 1.0 : $max / 6000, 'accuracyPercent' => $percent, 'accuracyDigits' => 5], [0.6, 6.0, 60.0, 600.0, 1000.0]);
            $functions[] = ['function' => $function, 'inputResistanceOhms' => 10e6, 'ranges' => $ranges];
        }
        $ranges = array_map(static fn (float $max): array => ['max' => $max, 'resolution' => $max / 6000, 'accuracyPercent' => 2.0, 'accuracyDigits' => 5], [600.0, 6e3, 60e3, 600e3, 6e6, 60e6]);
        $functions[] = ['function' => 'ohms', 'ranges' => $ranges];

        return new ShopMeter('general', ['id' => 'general', 'name' => 'Hand-held meter, taken as 10 MΩ and ±2 %', 'functions' => $functions]);
    }
}
