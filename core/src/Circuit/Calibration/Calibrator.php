<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Numeric\DenseLu;
use Yew\Core\Tube\TubeCatalogue;

/**
 * Fits winding volts and resistances, tube strengths and, within their tolerances, parts to printed values.
 *
 * Gauss and Newton on logarithms with each factor's spread as its prior (the iterated linear Bayesian estimate; C. D. Rodgers,
 * Inverse Methods for Atmospheric Sounding, 2000, ch. 5, from memory), in the space of the readings: a dozen prints settle what
 * they can and leave the rest where it was. A print that the others contradict by more than three and a half standard deviations
 * is taken out and reported: it may be the misprint, or the modification.
 */
final class Calibrator
{
    private const ROUNDS = 5;
    private const SETTLED = 1e-5;
    private const RESISTS = 3.5;

    /** No factor leaves this range of its own accord, as natural logarithm. */
    private const FURTHEST = 0.7;

    /** @var array<string, float> standard deviation of each relative factor, by `kind id` */
    private array $prior = [];

    private ?Solution $last = null;

    private function __construct(private readonly Netlist $netlist, private readonly TubeCatalogue $tubes, private readonly SolveConditions $conditions, private readonly Factors $base)
    {
    }

    /**
     * @param list<PrintedValue> $prints
     * @param Factors            $base   on top of which the fit is made: the sheet's calibration, for a job's fit
     * @param list<string>       $free   kinds that may move: windingVolts, windingOhms, tubes, parts
     *
     * @throws DidNotConverge
     */
    public static function fit(Netlist $netlist, TubeCatalogue $tubes, SolveConditions $conditions, array $prints, Factors $base = new Factors(), array $free = ['windingVolts', 'windingOhms', 'tubes', 'parts']): Calibration
    {
        return (new self($netlist, $tubes, $conditions, $base))->fitted($prints, $free);
    }

    /**
     * @param list<PrintedValue> $prints
     * @param list<string>       $free
     */
    private function fitted(array $prints, array $free): Calibration
    {
        $before = $this->solve($this->base);
        $shown = array_map(static fn (PrintedValue $p): float => self::shown($before, $p), $prints);
        $resisting = [];
        while (true) {
            [$theta, $sensitivities, $kInverse, $values, $innovation] = $this->estimate($prints, $free, array_keys($resisting));
            $worst = null;
            foreach ($prints as $i => $_) {
                if (!isset($resisting[$i])) {
                    $score = abs($innovation[$i]['score']);
                    if ($score > self::RESISTS && (null === $worst || $score > abs($innovation[$worst]['score']))) {
                        $worst = $i;
                    }
                }
            }
            if (null === $worst || \count($resisting) >= intdiv(\count($prints), 3)) {
                break;
            }
            $resisting[$worst] = true;
        }
        $residuals = [];
        foreach ($prints as $i => $print) {
            $residuals[] = ['place' => $print->place, 'printed' => $print->volts, 'before' => $shown[$i], 'after' => $values[$i], 'without' => $innovation[$i]['volts'], 'score' => $innovation[$i]['score'], 'resists' => isset($resisting[$i])];
        }
        $kept = array_values(array_diff(array_keys($prints), array_keys($resisting)));
        $covariance = $this->covariance(array_map(static fn (int $i): array => $sensitivities[$i], $kept), $kInverse);

        return new Calibration($this->factors($theta), $this->listed($theta, $covariance), $residuals, $covariance);
    }

    /**
     * @param list<PrintedValue> $prints
     * @param list<string>       $free
     * @param list<int>          $left   indices of prints that are left out
     *
     * @return array{array<string, float>, array<int, array<string, float>>, list<array<int, float>>, array<int, float>, array<int, array{volts: float, score: float}>}
     *                                                                                                                                                                  logarithms of the factors, sensitivities by print, inverse of the readings' covariance, model volts by print, and each print as the others have it
     */
    private function estimate(array $prints, array $free, array $left): array
    {
        $kept = array_values(array_diff(array_keys($prints), $left));
        $theta = [];
        $rows = $values = $k = $y = [];
        for ($round = 0; $round <= self::ROUNDS; ++$round) {
            $solution = $this->solve($this->factors($theta));
            $rows = $values = [];
            foreach ($prints as $i => $print) {
                [$values[$i], $rows[$i]] = $this->sensitivities($solution, $print, $free);
            }
            $k = $y = [];
            foreach ($kept as $a => $i) {
                $y[$a] = $prints[$i]->volts - $values[$i];
                foreach ($rows[$i] as $name => $slope) {
                    $y[$a] += $slope * ($theta[$name] ?? 0.0);
                }
                foreach ($kept as $b => $j) {
                    $k[$a][$b] = $this->product($rows[$i], $rows[$j]) + ($a === $b ? max($prints[$i]->deviation, 1e-6) ** 2 : 0.0);
                }
            }
            $weights = [] === $y ? [] : DenseLu::solve($k, $y) ?? [];
            $next = [];
            foreach ($kept as $a => $i) {
                foreach ($rows[$i] as $name => $slope) {
                    $next[$name] = ($next[$name] ?? 0.0) + $this->prior[$name] ** 2 * $slope * ($weights[$a] ?? 0.0);
                }
            }
            $moved = 0.0;
            foreach ($next as $name => $value) {
                $next[$name] = max(-self::FURTHEST, min(self::FURTHEST, $value));
                $moved = max($moved, abs($next[$name] - ($theta[$name] ?? 0.0)));
            }
            if ($moved < self::SETTLED || self::ROUNDS === $round) {
                break;
            }
            $theta = $next;
        }
        $inverse = self::inverse($k);
        $weights = [] === $y ? [] : DenseLu::solve($k, $y) ?? [];

        return [$theta, $rows, $inverse, $values, $this->innovations($prints, $kept, $rows, $values, $theta, $inverse, $weights)];
    }

    /**
     * Each print as the others alone have it: for a kept one by the leave-one-out identity, for one that was left out directly.
     *
     * @param list<PrintedValue>               $prints
     * @param list<int>                        $kept
     * @param array<int, array<string, float>> $rows
     * @param array<int, float>                $values
     * @param array<string, float>             $theta
     * @param list<array<int, float>>          $inverse
     * @param array<int, float>                $weights
     *
     * @return array<int, array{volts: float, score: float}>
     */
    private function innovations(array $prints, array $kept, array $rows, array $values, array $theta, array $inverse, array $weights): array
    {
        $innovations = [];
        $position = array_flip($kept);
        foreach ($prints as $i => $print) {
            if (isset($position[$i])) {
                $a = $position[$i];
                $off = $weights[$a] / $inverse[$a][$a];
                $innovations[$i] = ['volts' => $print->volts - $off, 'score' => $off * sqrt($inverse[$a][$a])];
                continue;
            }
            $variance = $this->product($rows[$i], $rows[$i]) + $print->deviation ** 2;
            $cross = array_map(fn (int $j): float => $this->product($rows[$i], $rows[$j]), $kept);
            foreach ($cross as $a => $c) {
                foreach ($cross as $b => $d) {
                    $variance -= $c * $inverse[$a][$b] * $d;
                }
            }
            $innovations[$i] = ['volts' => $values[$i], 'score' => ($print->volts - $values[$i]) / sqrt(max($variance, 1e-12))];
        }

        return $innovations;
    }

    /**
     * Model volts of a print, and volts per unit of each logarithm; registers the prior of each factor.
     *
     * @param list<string> $free
     *
     * @return array{float, array<string, float>}
     */
    private function sensitivities(Solution $solution, PrintedValue $print, array $free): array
    {
        $adjoint = Adjoint::of($solution, $print->place, $print->against);
        $loading = $adjoint->loading($print->meterOhms);
        $row = [];
        foreach ($adjoint->relative() as $kind => $slopes) {
            foreach (\in_array($kind, $free, true) ? $slopes : [] as $id => $volts) {
                $name = $kind.' '.$id;
                $this->prior[$name] ??= Spread::of($this->netlist, $kind, $id);
                if ($this->prior[$name] > 0.0) {
                    $row[$name] = $volts * $loading;
                }
            }
        }

        return [$solution->at($print->place, $print->against) * $loading, $row];
    }

    private static function shown(Solution $solution, PrintedValue $print): float
    {
        return $solution->at($print->place, $print->against) * Adjoint::of($solution, $print->place, $print->against)->loading($print->meterOhms);
    }

    private function solve(Factors $factors): Solution
    {
        return $this->last = OperatingPoint::of(Compiler::compile($this->netlist, $this->tubes, $this->conditions, $factors), $this->conditions, $this->last);
    }

    /** @param array<string, float> $theta */
    private function factors(array $theta): Factors
    {
        $maps = $this->base->toArray();
        foreach ($theta as $name => $logarithm) {
            [$kind, $id] = explode(' ', $name, 2);
            $before = 'tubes' === $kind ? $this->base->section(...explode('/', $id, 2)) : $maps[$kind][$id] ?? 1.0;
            $maps[$kind][$id] = $before * exp($logarithm);
        }

        return new Factors($maps['tubes'], $maps['windingVolts'], $maps['windingOhms'], $maps['parts']);
    }

    /**
     * @param array<string, float> $a
     * @param array<string, float> $b
     */
    private function product(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $name => $slope) {
            if (isset($b[$name])) {
                $sum += $slope * $b[$name] * $this->prior[$name] ** 2;
            }
        }

        return $sum;
    }

    /**
     * Covariance of the relative factors after the fit: P − P Sᵀ K⁻¹ S P.
     *
     * @param list<array<string, float>> $rows
     * @param list<array<int, float>>    $inverse
     *
     * @return array<string, array<string, float>>
     */
    private function covariance(array $rows, array $inverse): array
    {
        $names = array_keys(array_filter($this->prior, static fn (float $p): bool => $p > 0.0));
        $covariance = [];
        foreach ($names as $i) {
            $left = [];
            foreach ($rows as $a => $_) {
                $sum = 0.0;
                foreach ($rows as $b => $row) {
                    $sum += $inverse[$a][$b] * ($row[$i] ?? 0.0);
                }
                $left[$a] = $sum * $this->prior[$i] ** 2;
            }
            foreach ($names as $j) {
                $value = $i === $j ? $this->prior[$i] ** 2 : 0.0;
                foreach ($rows as $a => $row) {
                    $value -= $left[$a] * ($row[$j] ?? 0.0) * $this->prior[$j] ** 2;
                }
                if (abs($value) > 1e-9) {
                    $covariance[$i][$j] = $value;
                }
            }
        }

        return $covariance;
    }

    /**
     * @param array<string, float>                $theta
     * @param array<string, array<string, float>> $covariance
     *
     * @return list<array{kind: string, id: string, factor: float, deviation: float, prior: float}>
     */
    private function listed(array $theta, array $covariance): array
    {
        $listed = [];
        foreach ($theta as $name => $logarithm) {
            [$kind, $id] = explode(' ', $name, 2);
            $listed[] = ['kind' => $kind, 'id' => $id, 'factor' => exp($logarithm), 'deviation' => sqrt(max(0.0, $covariance[$name][$name] ?? 0.0)), 'prior' => $this->prior[$name]];
        }
        usort($listed, static fn (array $a, array $b): int => abs(log($b['factor'])) <=> abs(log($a['factor'])));

        return $listed;
    }

    /**
     * @param array<int, array<int, float>> $matrix
     *
     * @return list<array<int, float>>
     */
    private static function inverse(array $matrix): array
    {
        $n = \count($matrix);
        $rows = [];
        for ($i = 0; $i < $n; ++$i) {
            $unit = array_fill(0, $n, 0.0);
            $unit[$i] = 1.0;
            $rows[] = DenseLu::solve($matrix, $unit) ?? $unit;
        }

        return $rows;
    }
}
