<?php

declare(strict_types=1);

namespace Yew\Core\Hint;

use Yew\Core\Reading\Bounds;

/** Where a reading would tell most between the causes that are left, and what each outcome would leave. */
final readonly class NextProbe
{
    /**
     * @param list<array{lowVolts: float, highVolts: float, causes: list<int>}> $outcomes lowest first; causes as places in the list of explanations
     * @param float                                                             $tells    0 for nothing, towards 1 the more it would rule out
     */
    private function __construct(public Witness $at, public array $outcomes, public float $tells)
    {
    }

    /**
     * @param list<Explanation> $explanations with their weights, which sum to 1
     * @param list<Witness>     $unread       in probing order: of two that tell as much, the first
     *
     * @return self|null null where no place left to read tells them apart
     */
    public static function among(array $explanations, array $unread): ?self
    {
        $best = null;
        foreach ($unread as $witness) {
            $probe = self::at($witness, $explanations);
            if (null !== $probe && $probe->tells > ($best->tells ?? 0.0) + 1e-6) {
                $best = $probe;
            }
        }

        return $best;
    }

    /** @param list<Explanation> $explanations */
    private static function at(Witness $witness, array $explanations): ?self
    {
        $windows = [];
        foreach ($explanations as $i => $explanation) {
            $window = $witness->expected($explanation->forecast)->window;
            if (null === $window) {
                return null;
            }
            $windows[$i] = $window;
        }
        uasort($windows, static fn (Bounds $a, Bounds $b): int => [$a->low, $a->high] <=> [$b->low, $b->high]);
        $outcomes = [];
        foreach ($windows as $i => $window) {
            $last = \count($outcomes) - 1;
            if ($last >= 0 && $window->low - $outcomes[$last]['highVolts'] <= 0.0) {
                $outcomes[$last] = ['lowVolts' => $outcomes[$last]['lowVolts'], 'highVolts' => max($outcomes[$last]['highVolts'], $window->high), 'causes' => [...$outcomes[$last]['causes'], $i]];
                continue;
            }
            $outcomes[] = ['lowVolts' => $window->low, 'highVolts' => $window->high, 'causes' => [$i]];
        }
        // The chance that two draws fall into different outcomes: what is left undecided is the sum of squares.
        $left = array_sum(array_map(static fn (array $o): float => array_sum(array_map(static fn (int $i): float => $explanations[$i]->weight, $o['causes'])) ** 2, $outcomes));

        return \count($outcomes) < 2 ? null : new self($witness, $outcomes, 1.0 - $left);
    }
}
