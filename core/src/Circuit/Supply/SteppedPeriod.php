<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

use Yew\Core\Numeric\DenseInverse;

/**
 * The rectifiers of one transformer stepped through a period of the mains that ends as it began.
 *
 * The load is linear and small (ReducedLoad). Each step is a diagonally implicit Runge-Kutta method of second order in two
 * stages, γ = 1 − 1/√2 (R. Alexander, SIAM J. Numer. Anal. 14, 1977, from memory): nothing rings where there is no capacitor. With
 * the states goes how they follow the states at the start, so that Newton's method finds the start that repeats itself
 * (shooting), and how the means follow a direct current put into each output.
 */
final class SteppedPeriod
{
    /** Steps in half a period. */
    private const STEPS = 48;
    private const MOST_PERIODS = 24;
    /** The start repeats itself to this share of the volts. */
    private const ACCURACY = 2e-6;
    /** A step that leaves more than this share of the miss was taken by what no longer holds. */
    private const HELPS = 0.3;
    private const FAR = 0.03;
    /** How the means follow holds this far around where it was found, as a share of the volts. */
    private const STILL_FOLLOWS = 0.02;
    private const GAMMA = 1.0 - \M_SQRT1_2;

    private readonly int $order;
    private readonly int $outputs;

    /** Whether one half of the period is like the other. */
    private readonly bool $half;

    private readonly SteppedStage $stage;

    /** @param list<Port> $ports */
    private function __construct(private readonly array $ports, private readonly ReducedLoad $load, float $peakVolts, float $ohms, float $conductance, float $hertz)
    {
        $this->order = \count($load->capacitance);
        $this->outputs = \count($ports);
        $this->half = [] === array_filter($ports, static fn (Port $p): bool => 2 !== $p->strokes() || $p->pumpFarads > 0.0 || $p->backwards || $p->looped);
        $paths = [];
        $pump = $this->outputs;
        foreach ($ports as $k => $port) {
            array_push($paths, ...$port->paths($k, $pump));
            $pump += $port->pumpFarads > 0.0 ? 1 : 0;
        }
        $this->stage = new SteppedStage($load, $paths, $peakVolts, $ohms, 1.0 / (1.0 / $ohms + $conductance), 1.0 / (self::GAMMA * 0.5 / $hertz / self::STEPS));
    }

    /**
     * @param list<Port>        $ports
     * @param float             $ohms        of primary, and lamp
     * @param float             $conductance of all other loads, as seen at the ideal primary, siemens
     * @param SteadyPeriod|null $before      a neighbouring period with the same load about another operating point
     */
    public static function of(array $ports, ReducedLoad $load, float $peakVolts, float $ohms, float $conductance, float $hertz, ?SteadyPeriod $before = null): SteadyPeriod
    {
        $period = new self($ports, $load, $peakVolts, $ohms, $conductance, $hertz);

        return $period->settled($before?->ripple() ?? array_fill(0, $period->order, 0.0), $before);
    }

    /**
     * Newton's method; how the end follows the start is found anew only where the last time no longer helps.
     *
     * @param array<int, float> $start
     */
    private function settled(array $start, ?SteadyPeriod $before): SteadyPeriod
    {
        $enough = self::ACCURACY * max(1.0, ...array_map(abs(...), $this->load->volts));
        $scale = $enough / self::ACCURACY;
        $inverse = $before?->inverse;
        $slopes = $before?->cycle->slope;
        $followedAt = $before?->followedAt;
        $last = \INF;
        for ($n = 1;; ++$n) {
            $run = $this->run($start, null === $inverse);
            $miss = 0.0;
            foreach ($run->end as $i => $value) {
                $miss = max($miss, abs($value - $start[$i]));
            }
            if ($run->following) {
                $inverse = $this->complement($run);
                $slopes = $this->slopes($run, $inverse);
                $followedAt = $start;
            }
            if ($miss <= $enough && $n < self::MOST_PERIODS && self::distance($start, $followedAt ?? []) > self::STILL_FOLLOWS * $scale) {
                $inverse = null;
                continue;
            }
            if ($miss <= $enough || $n >= self::MOST_PERIODS) {
                return $this->steady($run, $start, $slopes ?? [], $inverse ?? [], $followedAt ?? [], $miss <= $enough, $n);
            }
            if (!$run->following && $miss > self::HELPS * $last) {
                $inverse = null;
                $last = \INF;
                continue;
            }
            $last = $miss;
            $start = self::moved($start, $run->end, $inverse ?? []);
            // Far away the paths that conduct change from one period to the next: what was found here does not hold there.
            $inverse = $miss > self::FAR * $scale ? null : $inverse;
        }
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     */
    private static function distance(array $a, array $b): float
    {
        $most = 0.0;
        foreach ($a as $i => $value) {
            $most = max($most, abs($value - ($b[$i] ?? \INF)));
        }

        return $most;
    }

    /**
     * @param array<int, float>             $start
     * @param array<int, float>             $end
     * @param array<int, array<int, float>> $inverse
     *
     * @return array<int, float>
     */
    private static function moved(array $start, array $end, array $inverse): array
    {
        $next = $start;
        foreach ($inverse as $i => $row) {
            foreach ($row as $j => $share) {
                $next[$i] += $share * ($end[$j] - $start[$j]);
            }
        }

        return [] === $inverse ? $end : $next;
    }

    /** @return array<int, array<int, float>> the inverse of unity less how the end follows the start; empty where there is none */
    private function complement(PeriodRun $run): array
    {
        $matrix = [];
        for ($i = 0; $i < $this->order; ++$i) {
            $row = [];
            for ($j = 0; $j < $this->order; ++$j) {
                $row[] = ($i === $j ? 1.0 : 0.0) - $run->follows[$j][$i];
            }
            $matrix[] = $row;
        }

        return DenseInverse::of($matrix) ?? [];
    }

    /** @param array<int, float> $start */
    private function run(array $start, bool $following): PeriodRun
    {
        $run = new PeriodRun($this->order, $this->outputs, \count($this->stage->paths), $following);
        $columns = $run->follows;
        for ($i = 0; $following && $i < $this->order; ++$i) {
            $columns[$i][$i] = 1.0;
        }
        $steps = $this->half ? self::STEPS : 2 * self::STEPS;
        // The second stage starts from the end of the first, carried on by this much of it.
        $further = (1.0 - self::GAMMA) / self::GAMMA;
        $state = $start;
        for ($n = 0; $n < $steps; ++$n) {
            $angle = \M_PI / self::STEPS;
            [$middle, $middleColumns] = $this->stage->advance($state, $columns, sin($angle * ($n + self::GAMMA)), (1.0 - self::GAMMA) / $steps, $run);
            foreach ($middle as $i => $value) {
                $state[$i] += $further * ($value - $state[$i]);
            }
            foreach ($middleColumns as $m => $column) {
                foreach ($column as $i => $value) {
                    $columns[$m][$i] += $further * ($value - $columns[$m][$i]);
                }
            }
            [$state, $columns] = $this->stage->advance($state, $columns, sin($angle * ($n + 1)), self::GAMMA / $steps, $run);
            $this->stage->sample($run, $state);
            $run->states[] = $state;
        }
        $run->end = $state;
        $run->follows = $columns;

        return $run;
    }

    /**
     * @param array<int, float>             $start
     * @param array<int, array<int, float>> $slopes
     * @param array<int, array<int, float>> $inverse
     * @param array<int, float>             $followedAt
     */
    private function steady(PeriodRun $run, array $start, array $slopes, array $inverse, array $followedAt, bool $settled, int $periods): SteadyPeriod
    {
        $volts = $square = $peak = $waveforms = [];
        foreach ($this->ports as $k => $_) {
            $mean = $this->load->volts[$k];
            foreach ($run->mean as $i => $value) {
                $mean += $this->load->inputs[$i][$k] * $value;
            }
            $volts[] = $mean;
            $square[$k] = $peak[$k] = 0.0;
            foreach ($this->stage->paths as $c => $path) {
                if (isset($path->into[$k]) || $this->pumps($c, $k)) {
                    $square[$k] += $run->square[$c];
                    $peak[$k] = max($peak[$k], $run->peak[$c]);
                }
            }
            $samples = $this->half ? [...$run->samples[$k], ...$run->samples[$k]] : $run->samples[$k];
            $waveforms[] = new Waveform($samples, $run->high[$k] - $run->low[$k]);
        }

        return new SteadyPeriod(
            $volts,
            new ChargingCycle($run->amperes, $slopes, $square, $peak, sqrt($run->primarySquare), sqrt($run->coreSquare)),
            $waveforms,
            $start,
            $run->mean,
            $inverse,
            array_map(static fn (float $at, float $mean): float => $at - $mean, $followedAt, $run->mean),
            $settled,
            $periods,
            array_map(static fn (array $state): array => array_map(static fn (float $v, float $mean): float => $v - $mean, $state, $run->mean), $run->states),
        );
    }

    /** Whether a path only charges the series capacitor of this port. */
    private function pumps(int $path, int $port): bool
    {
        return null === $this->stage->paths[$path]->port && $port === ($this->stage->paths[$path - 1]->port ?? null);
    }

    /**
     * How the mean currents follow the mean volts while a direct current at the outputs changes: both follow that current.
     *
     * @param array<int, array<int, float>> $complement
     *
     * @return array<int, array<int, float>> siemens
     */
    private function slopes(PeriodRun $run, array $complement): array
    {
        $byAmperes = $byVolts = [];
        for ($l = 0; $l < $this->outputs; ++$l) {
            // The start moves so that the period repeats itself again.
            $column = $run->follows[$this->order + $l];
            $moved = array_map(static fn (array $row): float => array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $row, $column)), $complement);
            for ($k = 0; $k < $this->outputs; ++$k) {
                $amperes = $run->amperesFollow[$k][$this->order + $l];
                $volts = 0.0;
                foreach ($run->meanFollows[$this->order + $l] as $i => $value) {
                    $volts += $this->load->inputs[$i][$k] * $value;
                }
                foreach ($moved as $m => $value) {
                    $amperes += $run->amperesFollow[$k][$m] * $value;
                    foreach ($run->meanFollows[$m] as $i => $share) {
                        $volts += $this->load->inputs[$i][$k] * $share * $value;
                    }
                }
                $byAmperes[$k][$l] = $amperes;
                $byVolts[$k][$l] = $volts;
            }
        }
        $inverse = DenseInverse::of(array_map(array_values(...), array_values($byVolts)));

        return null === $inverse ? array_fill(0, $this->outputs, array_fill(0, $this->outputs, 0.0)) : DenseInverse::product(array_map(array_values(...), array_values($byAmperes)), $inverse);
    }
}
