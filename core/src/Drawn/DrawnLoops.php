<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Place;

/** Which feedback loops of a circuit come from an output transformer (PWR-8). */
final class DrawnLoops
{
    /** @return list<DrawnLoop> */
    public static function of(CircuitAtWork $circuit): array
    {
        $nodes = $circuit->working->circuit->nodes;
        $number = static fn (string $place): ?int => $nodes->has($place) ? $nodes->number($place) : null;
        $loops = [];
        foreach ($circuit->drawn->blocks as $block) {
            $from = 'feedback' === $block->kind ? $number($block->from[0] ?? '') : null;
            foreach (null === $from ? [] : $circuit->fitted->netlist->all(CoupledWindings::class) as $transformer) {
                $ends = array_map($number, $transformer->places());
                if (\in_array($from, $ends, true)) {
                    $loops[] = new DrawnLoop($block->id, $transformer->id, LoopGain::decibelsFedBack($circuit->working, $block), self::hasScreens($circuit, $ends));
                }
            }
        }

        return $loops;
    }

    /** @param list<int|null> $ends nodes of a transformer */
    private static function hasScreens(CircuitAtWork $circuit, array $ends): bool
    {
        $nodes = $circuit->working->circuit->nodes;
        foreach ($circuit->sheet->tubes as $tube) {
            foreach ($tube->output ? $circuit->tubes->find($tube->type)->pins ?? [] : [] as $pin => $electrode) {
                $place = Place::ofPin($tube->position, $pin);
                if ('screen' === $electrode && $nodes->has($place) && self::leadsTo($circuit, $nodes->number($place), $ends)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * At once, or through its stopper, to an end of a winding that is no rail.
     *
     * @param list<int|null> $ends
     */
    private static function leadsTo(CircuitAtWork $circuit, int $node, array $ends): bool
    {
        $nodes = $circuit->working->circuit->nodes;
        $rails = array_map(static fn (string $rail): int => $nodes->number($rail), array_keys($circuit->drawn->rails()));
        $near = [$node];
        foreach ($circuit->fitted->netlist->all(Resistor::class) as $resistor) {
            [$a, $b] = [$nodes->number($resistor->a), $nodes->number($resistor->b)];
            $near = [...$near, ...($a === $node ? [$b] : []), ...($b === $node ? [$a] : [])];
        }

        return [] !== array_diff(array_intersect($near, $ends), $rails);
    }
}
