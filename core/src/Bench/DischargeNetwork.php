<?php

declare(strict_types=1);

namespace Yew\Core\Bench;

/**
 * How long stored charge takes to bleed away, through the real resistors between the capacitors (SAFE-2, SAFE-3).
 *
 * Nodes with capacitance, resistors between nodes, and resistors to chassis. The linear network is solved exactly by its
 * eigenvalues (symmetric form C^-1/2 G C^-1/2, cyclic Jacobi), so droppers as large as the bleeder come out right where
 * `R·ΣC·ln(V0/V)` does not. Conducting tubes are not counted: they may be out, or cold.
 */
final readonly class DischargeNetwork
{
    public const CHASSIS = 'chassis';

    /**
     * @param array<string, float>                           $farads    by node, only nodes that hold charge
     * @param list<array{a: string, b: string, ohms: float}> $resistors between nodes, or from a node to `chassis`
     */
    public function __construct(private array $farads, private array $resistors)
    {
    }

    /**
     * @param array<string, float> $startVolts by node
     *
     * @return float joules: ½CV² summed
     */
    public function energyJoules(array $startVolts): float
    {
        $joules = 0.0;
        foreach ($this->farads as $node => $farads) {
            $joules += 0.5 * $farads * ($startVolts[$node] ?? 0.0) ** 2;
        }

        return $joules;
    }

    /**
     * @param array<string, float> $startVolts by node
     *
     * @return float|null seconds until every node is at or under $safeVolts; null when some node never gets there
     */
    public function secondsTo(float $safeVolts, array $startVolts): ?float
    {
        $nodes = array_map(strval(...), array_keys($this->farads));
        $n = \count($nodes);
        if (0 === $n) {
            return 0.0;
        }
        [$rates, $modes] = self::eigen($this->matrix($nodes));
        $amplitudes = [];
        foreach ($rates as $k => $_) {
            $sum = 0.0;
            foreach ($nodes as $i => $node) {
                $sum += $modes[$i][$k] * sqrt($this->farads[$node]) * ($startVolts[$node] ?? 0.0);
            }
            $amplitudes[$k] = $sum;
        }
        $highest = function (float $t) use ($nodes, $rates, $modes, $amplitudes): float {
            $highest = 0.0;
            foreach ($nodes as $i => $node) {
                $volts = 0.0;
                foreach ($rates as $k => $rate) {
                    $volts += $modes[$i][$k] * $amplitudes[$k] * exp(-$rate * $t);
                }
                $highest = max($highest, abs($volts) / sqrt($this->farads[$node]));
            }

            return $highest;
        };
        if ($highest(0.0) <= $safeVolts) {
            return 0.0;
        }
        $late = 1.0;
        while ($highest($late) > $safeVolts) {
            $late *= 2;
            if ($late > 1e7) {
                return null;
            }
        }
        $early = $late / 2;
        if (1.0 === $late) {
            $early = 0.0;
        }
        for ($i = 0; $i < 60; ++$i) {
            $middle = ($early + $late) / 2;
            if ($highest($middle) > $safeVolts) {
                $early = $middle;
            } else {
                $late = $middle;
            }
        }

        return $late;
    }

    /**
     * C^-1/2 G C^-1/2 after nodes without capacitance were folded away (star-mesh).
     *
     * @param list<string> $nodes
     *
     * @return list<list<float>>
     */
    private function matrix(array $nodes): array
    {
        $all = $nodes;
        foreach ($this->resistors as $r) {
            foreach ([$r['a'], $r['b']] as $end) {
                if (self::CHASSIS !== $end && !\in_array($end, $all, true)) {
                    $all[] = $end;
                }
            }
        }
        $index = array_flip($all);
        $size = \count($all);
        $g = array_fill(0, $size, array_fill(0, $size, 0.0));
        foreach ($this->resistors as $r) {
            $conductance = 1 / $r['ohms'];
            $a = $index[$r['a']] ?? null;
            $b = $index[$r['b']] ?? null;
            if ($a === $b) {
                continue;
            }
            foreach ([$a, $b] as $end) {
                if (null !== $end) {
                    $g[$end][$end] += $conductance;
                }
            }
            if (null !== $a && null !== $b) {
                $g[$a][$b] -= $conductance;
                $g[$b][$a] -= $conductance;
            }
        }
        $n = \count($nodes);
        for ($k = $size - 1; $k >= $n; --$k) {
            if ($g[$k][$k] <= 0.0) {
                continue;
            }
            for ($i = 0; $i < $k; ++$i) {
                for ($j = 0; $j < $k; ++$j) {
                    $g[$i][$j] -= $g[$i][$k] * $g[$k][$j] / $g[$k][$k];
                }
            }
        }
        $matrix = [];
        for ($i = 0; $i < $n; ++$i) {
            $row = [];
            for ($j = 0; $j < $n; ++$j) {
                $row[] = $g[$i][$j] / sqrt($this->farads[$nodes[$i]] * $this->farads[$nodes[$j]]);
            }
            $matrix[] = $row;
        }

        return $matrix;
    }

    /**
     * Eigenvalues and eigenvectors of a symmetric matrix by cyclic Jacobi rotations.
     *
     * @param list<list<float>> $a
     *
     * @return array{list<float>, list<list<float>>} values (not below zero), vectors as columns
     */
    private static function eigen(array $a): array
    {
        $n = \count($a);
        $v = [];
        for ($i = 0; $i < $n; ++$i) {
            for ($j = 0; $j < $n; ++$j) {
                $v[$i][$j] = $i === $j ? 1.0 : 0.0;
            }
        }
        for ($sweep = 0; $sweep < 60; ++$sweep) {
            $off = 0.0;
            $size = 0.0;
            for ($i = 0; $i < $n; ++$i) {
                for ($j = 0; $j < $n; ++$j) {
                    $size += $a[$i][$j] ** 2;
                    $off += $i === $j ? 0.0 : $a[$i][$j] ** 2;
                }
            }
            if ($off <= 1e-28 * $size) {
                break;
            }
            for ($p = 0; $p < $n - 1; ++$p) {
                for ($q = $p + 1; $q < $n; ++$q) {
                    if (0.0 === $a[$p][$q]) {
                        continue;
                    }
                    $theta = ($a[$q][$q] - $a[$p][$p]) / (2 * $a[$p][$q]);
                    $t = ($theta >= 0 ? 1 : -1) / (abs($theta) + sqrt($theta ** 2 + 1));
                    $c = 1 / sqrt($t ** 2 + 1);
                    $s = $t * $c;
                    for ($k = 0; $k < $n; ++$k) {
                        [$a[$k][$p], $a[$k][$q]] = [$c * $a[$k][$p] - $s * $a[$k][$q], $s * $a[$k][$p] + $c * $a[$k][$q]];
                    }
                    for ($k = 0; $k < $n; ++$k) {
                        [$a[$p][$k], $a[$q][$k]] = [$c * $a[$p][$k] - $s * $a[$q][$k], $s * $a[$p][$k] + $c * $a[$q][$k]];
                        [$v[$k][$p], $v[$k][$q]] = [$c * $v[$k][$p] - $s * $v[$k][$q], $s * $v[$k][$p] + $c * $v[$k][$q]];
                    }
                }
            }
        }
        $values = $vectors = [];
        for ($i = 0; $i < $n; ++$i) {
            $values[] = max(0.0, $a[$i][$i]);
            $vectors[] = array_values($v[$i]);
        }

        return [$values, $vectors];
    }
}
