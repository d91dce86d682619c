<?php

declare(strict_types=1);

namespace Yew\Core\Safety;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Drawn\DrawnTube;
use Yew\Core\Reading\JudgedBench;
use Yew\Core\Reading\TakenReading;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\Place;
use Yew\Core\Sheet\TestPoint;
use Yew\Core\Test\TakenTest;
use Yew\Core\Test\TestRecord;
use Yew\Core\Tube\TubeType;

/**
 * Whether a socket is fit for an output tube again (SAFE-5): with the tube out the bias stands on its grid, at rest and while tapped; of a
 * cathode-biased one the grid is at nothing and what hangs at its cathode was measured. What is not known is not proved.
 */
final class SocketProof
{
    /** A grid without bias supply stays below this with B+ on and the tube out, volts (SAFE-5). */
    private const QUIET_GRID_VOLTS = 0.5;

    /**
     * What is missing, as a code: `bias-not-tapped`, `grid-not-read`, `cathode-not-measured`, `circuit-not-known`; what speaks against it:
     * `bias-not-right`, `grid-not-quiet`; null where the socket is proved.
     *
     * @param float      $since      seconds since the epoch: what was read before counts for nothing
     * @param float|null $testsSince likewise of what was measured on the parts; null for the same
     */
    public static function missing(DrawnTube $tube, ?TubeType $type, JudgedBench $readings, TestRecord $tests, float $since, ?float $testsSince = null): ?string
    {
        $grids = [];
        foreach ($type->sections ?? [] as $section) {
            if (isset($section->pins['grid'])) {
                $grids[] = TestPoint::keyOf(Place::ofPin($tube->position, $section->pins['grid']), MeterFunction::DcVolts);
            }
        }
        if ([] === $grids) {
            return 'circuit-not-known';
        }
        foreach ($grids as $key) {
            $found = array_filter($readings->history($key), static fn (array $h): bool => $h[0]->observedAt > $since && $h[0]->state->isOnMains() && \in_array($tube->position, $h[0]->conditions->tubesOut() ?? [], true));
            $newest = [] === $found ? null : array_values($found)[\count($found) - 1];
            if (null !== $newest && $tube->isFixedBiased && \in_array($newest[1], [Verdict::Out, Verdict::Danger], true)) {
                return 'bias-not-right';
            }
            if (null !== $newest && !$tube->isFixedBiased && abs($newest[0]->value) >= self::QUIET_GRID_VOLTS) {
                return 'grid-not-quiet';
            }
            $good = array_filter($found, static fn (array $h): bool => $tube->isFixedBiased ? self::holdsBias($h[0], $h[1]) : abs($h[0]->value) < self::QUIET_GRID_VOLTS);
            if ([] === $good) {
                return $tube->isFixedBiased ? 'bias-not-tapped' : 'grid-not-read';
            }
        }
        foreach ($tube->isFixedBiased ? [] : $tube->at('cathode') as $part) {
            if ([] === $tests->of($part)->only(static fn (TakenTest $t): bool => $t->at > ($testsSince ?? $since))->all) {
                return 'cathode-not-measured';
            }
        }

        return null;
    }

    /** Tapped, and never outside its window: the worst value seen decides (JUDGE-7). */
    private static function holdsBias(TakenReading $reading, Verdict $verdict): bool
    {
        return [] !== $reading->tapped && \in_array($verdict, [Verdict::Within, Verdict::Watch], true);
    }
}
