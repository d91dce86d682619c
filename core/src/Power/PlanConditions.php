<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Station\BenchFacts;

/** Conditions as they will be at a stop, to be asked of the circuit beforehand. */
final class PlanConditions
{
    /**
     * @param list<array<string, string|float>> $limiters
     * @param list<string>                      $out      tubes that are out
     */
    public static function at(BenchFacts $facts, float $sourceVolts, array $limiters, array $out): Conditions
    {
        $stated = $facts->readings?->contextNow()->conditions->tubesFitted() ?? [];
        $tubes = [];
        foreach ($facts->sheet->tubes ?? [] as $position => $tube) {
            $tubes[$position] = \in_array($position, $out, true) ? 'out' : ['type' => $stated[$position] ?? $tube->type, 'tubeId' => null];
        }
        $fact = static fn (mixed $value): array => ['value' => $value, 'how' => 'assumed', 'at' => null];

        return Conditions::decode([
            'source' => $fact(['kind' => 'variac', 'volts' => max(Conditions::LEAST_INLET_VOLTS, $sourceVolts)]), 'limiters' => $fact($limiters), 'tubes' => $fact($tubes),
            ...('none' === $facts->sheet?->standby ? [] : ['standby' => $fact('play')]),
        ]);
    }
}
