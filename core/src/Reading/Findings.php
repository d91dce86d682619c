<?php

declare(strict_types=1);

namespace Yew\Core\Reading;

use Yew\Core\Sheet\Sheet;
use Yew\Core\Sheet\SupplyNode;

/** Groups readings that lean the same way under their common ancestor in the supply tree (JUDGE-4). */
final class Findings
{
    /**
     * @param array<string, JudgedPoint> $points   by point key
     * @param list<BranchCurrent>        $currents of the same points
     *
     * @return list<Finding> groups of at least two readings, outermost first
     */
    public static function of(Sheet $sheet, array $points, array $currents): array
    {
        $findings = [];
        foreach (['low', 'high'] as $direction) {
            $leaning = self::leaningNodes($sheet, $points, $direction);
            foreach ($leaning as $id => $_) {
                $parent = $sheet->nodes[$id]->fedFrom;
                if (null !== $parent && isset($leaning[$parent])) {
                    continue;
                }
                $nodes = self::below($sheet, $id, $leaning);
                $places = [];
                foreach ($points as $judged) {
                    if (null !== $judged->point->fedBy && \in_array($judged->point->fedBy, $nodes, true) && $direction === $judged->leaning()) {
                        $places[] = $judged->point->place;
                    }
                }
                if (\count($places) > 1) {
                    $findings[] = new Finding($direction.'-together', $id, $nodes, $places, self::feeding($sheet->nodes[$id], $currents));
                }
            }
        }

        return $findings;
    }

    /**
     * Nodes whose own rail reading leans the given way or, where the rail was not read, all of whose points do.
     *
     * @param array<string, JudgedPoint> $points
     *
     * @return array<string, true>
     */
    private static function leaningNodes(Sheet $sheet, array $points, string $direction): array
    {
        $leaning = [];
        foreach ($sheet->nodes as $node) {
            $own = [];
            $fed = [];
            foreach ($points as $judged) {
                if (null === $judged->judgement || $node->id !== $judged->point->fedBy) {
                    continue;
                }
                if ($judged->point->place === $node->id) {
                    $own[] = $judged->leaning();
                } elseif (null !== $judged->point->printedVolts && abs($judged->point->printedVolts) >= 5.0) {
                    $fed[] = $judged->leaning();
                }
            }
            $witnesses = [] === $own ? $fed : $own;
            if ([] !== $witnesses && [$direction] === array_values(array_unique($witnesses, \SORT_REGULAR))) {
                $leaning[$node->id] = true;
            }
        }

        return $leaning;
    }

    /**
     * @param array<string, true> $leaning
     *
     * @return list<string> the node and all leaning nodes that hang on it without a gap
     */
    private static function below(Sheet $sheet, string $root, array $leaning): array
    {
        $nodes = [$root];
        for ($i = 0; $i < \count($nodes); ++$i) {
            foreach ($sheet->nodes as $node) {
                if (isset($leaning[$node->id]) && $node->fedFrom === $nodes[$i]) {
                    $nodes[] = $node->id;
                }
            }
        }

        return $nodes;
    }

    /** @param list<BranchCurrent> $currents */
    private static function feeding(SupplyNode $node, array $currents): ?BranchCurrent
    {
        foreach ($currents as $current) {
            if ($current->part->id === $node->through) {
                return $current;
            }
        }

        return null;
    }
}
