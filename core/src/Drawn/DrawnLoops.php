<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Analysis\LoopGain;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Sheet\CircuitAtWork;

/** Which feedback loops of a circuit come from an output transformer (PWR-8). */
final class DrawnLoops
{
    /**
     * @param array<string, DrawnTube> $tubes by position
     *
     * @return list<DrawnLoop>
     */
    public static function of(CircuitAtWork $circuit, array $tubes): array
    {
        $nodes = $circuit->working->circuit->nodes;
        $number = static fn (string $place): ?int => $nodes->has($place) ? $nodes->number($place) : null;
        $loops = [];
        foreach ($circuit->drawn->blocks as $block) {
            $from = 'feedback' === $block->kind ? $number($block->from[0] ?? '') : null;
            foreach (null === $from ? [] : $circuit->fitted->netlist->all(CoupledWindings::class) as $transformer) {
                if (\in_array($from, array_map($number, $transformer->places()), true)) {
                    $loops[] = new DrawnLoop($block->id, $transformer->id, LoopGain::decibelsFedBack($circuit->working, $block), self::hasScreens($circuit, $tubes, $transformer->id));
                }
            }
        }

        return $loops;
    }

    /** @param array<string, DrawnTube> $tubes */
    private static function hasScreens(CircuitAtWork $circuit, array $tubes, string $transformer): bool
    {
        foreach ($circuit->sheet->tubes as $tube) {
            if ($tube->output && \in_array($transformer, $tubes[$tube->position]->at('screen'), true)) {
                return true;
            }
        }

        return false;
    }
}
