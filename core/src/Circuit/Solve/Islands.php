<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\Conductance;

/** Parts of a circuit that only the chassis joins: where one has no answer, the others still have theirs. */
final class Islands
{
    /**
     * A solution in which the islands that never came to rest are marked.
     *
     * @throws DidNotConverge when nothing is left
     */
    public static function withoutAnswer(Solution $solution): Solution
    {
        $unsolved = [];
        $named = [];
        foreach (self::of($solution->circuit) as $island) {
            if ([] !== array_intersect_key($solution->moving, $island)) {
                $unsolved += $island;
            } else {
                $named += $island;
            }
        }
        if ([] === $named) {
            $moving = $solution->moving;
            arsort($moving);
            $worst = array_key_first($moving) ?? 0;
            throw DidNotConverge::at($solution->circuit->nodes->names[$worst] ?? 'chassis', $moving[$worst] ?? \INF);
        }

        return $solution->without($unsolved);
    }

    /** @return list<array<int, true>> nodes of each island */
    private static function of(CompiledCircuit $circuit): array
    {
        $chassis = $circuit->size();
        $joined = array_map(static fn (Conductance $c): array => [$c->a, $c->b], $circuit->conductances);
        foreach ($circuit->tubes as $stage) {
            array_push($joined, [$stage->cathode, $stage->plate], [$stage->cathode, $stage->screen], [$stage->cathode, $stage->grid], [$stage->plate, $stage->grid], [$stage->plate, $stage->screen], [$stage->screen, $stage->grid]);
        }
        foreach ($circuit->diodes as $diode) {
            $joined[] = [$diode->anode, $diode->cathode];
        }
        $parent = range(0, $chassis);
        $root = static function (int $node) use (&$parent): int {
            while ($parent[$node] !== $node) {
                $node = $parent[$node];
            }

            return $node;
        };
        foreach ($joined as [$a, $b]) {
            if ($a !== $chassis && $b !== $chassis) {
                $parent[$root($a)] = $root($b);
            }
        }
        $islands = [];
        for ($node = 0; $node < $chassis; ++$node) {
            $islands[$root($node)][$node] = true;
        }

        return array_values($islands);
    }
}
