<?php

declare(strict_types=1);

namespace Yew\Core\Circuit;

/** Between which ohms a resistor of a block usually lies (common practice); outside of them a decade may have slipped. */
final class UsualValues
{
    private const RANGES = [
        'gain.plateLoad' => [15e3, 470e3], 'gain.cathodeResistor' => [220, 12e3], 'gain.gridLeak' => [47e3, 10e6], 'gain.gridStopper' => [1e3, 470e3], 'gain.screenResistor' => [82e3, 3.3e6],
        'follower.cathodeResistor' => [10e3, 220e3],
        'inverter.plateLoad' => [15e3, 330e3], 'inverter.otherPlateLoad' => [15e3, 330e3], 'inverter.cathodeResistor' => [180, 3.9e3], 'inverter.tail' => [2.2e3, 120e3], 'inverter.cathodeLoad' => [15e3, 120e3], 'inverter.gridLeak' => [100e3, 4.7e6],
        'output.screenStopper' => [22, 2.2e3], 'output.gridStopper' => [470, 100e3], 'output.gridLeak' => [47e3, 1e6], 'output.cathodeResistor' => [47, 1.8e3], 'output.senseResistor' => [0.47, 22],
        'rail.dropper' => [33, 220e3], 'feedback.resistor' => [820, 470e3],
    ];

    /** The value a decade away that would be usual, null where the one given is usual or no decade helps. */
    public static function slipped(string $kind, string $field, float $ohms): ?float
    {
        [$low, $high] = self::RANGES[$kind.'.'.$field] ?? [0.0, \INF];
        if ($ohms >= $low && $ohms <= $high) {
            return null;
        }
        foreach ([0.1, 10.0, 0.01, 100.0] as $decade) {
            if ($ohms * $decade >= $low && $ohms * $decade <= $high) {
                return $ohms * $decade;
            }
        }

        return null;
    }

    /** @return list<string> fields of a kind of block that have a usual range */
    public static function fields(string $kind): array
    {
        return array_values(array_map(static fn (string $key): string => explode('.', $key)[1], array_filter(array_keys(self::RANGES), static fn (string $key): bool => str_starts_with($key, $kind.'.'))));
    }
}
