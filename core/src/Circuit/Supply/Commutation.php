<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * Which paths conduct at one instant, and how much.
 *
 * Each path sees the core's volts times its turns, less what it works against and what all currents drop: d − A·i − drop(i) = 0 where
 * it conducts, i = 0 where d − A·i does not reach the drop. A is symmetric and positive, so that there is one answer; it is
 * found from the paths that conducted last, one in or out at a time.
 */
final class Commutation
{
    private const MOST_CHANGES = 24;
    private const MOST_STEPS = 40;
    private const MOST_HALVINGS = 6;
    private const STILL_AMPERES = 1e-9;
    /** A tube that carries less carries nothing. */
    private const LEAST_AMPERES = 1e-8;
    private const FIRST_AMPERES = 1e-6;
    private const LEAST_VOLTS = 1e-3;

    /** @var array<int, float> by path; kept from instant to instant */
    public array $amperes;

    /** @var list<int> paths that conduct */
    public array $on = [];

    /** Whether the currents follow from the volts in straight lines as long as the same paths conduct. */
    private readonly bool $straight;

    /**
     * @param list<Path>                    $paths
     * @param array<int, array<int, float>> $drops A, ohms by path and path, each path's own resistance included
     */
    public function __construct(private readonly array $paths, private readonly array $drops)
    {
        $this->amperes = array_fill(0, \count($paths), 0.0);
        $this->on = array_keys(array_filter($paths, static fn (Path $p): bool => $p->bothWays));
        $this->straight = [] === array_filter($paths, static fn (Path $p): bool => null !== $p->tube);
    }

    /**
     * @param array<int, float> $drive volts of each path before any current flows
     */
    public function at(array $drive): void
    {
        for ($change = 0; $change < self::MOST_CHANGES; ++$change) {
            $this->settle($drive);
            $worst = null;
            $least = 0.0;
            foreach ($this->paths as $c => $path) {
                if ($path->bothWays) {
                    continue;
                }
                if (\in_array($c, $this->on, true)) {
                    $wrong = $this->amperes[$c] - (null === $path->tube ? 0.0 : self::LEAST_AMPERES);
                } else {
                    $wrong = $path->dropVolts - $drive[$c];
                    foreach ($this->amperes as $d => $amperes) {
                        $wrong += $this->drops[$c][$d] * $amperes;
                    }
                    $wrong = (null === $path->tube ? $wrong : $wrong - $path->dropVolts + self::LEAST_VOLTS) / $this->drops[$c][$c];
                }
                if ($wrong < $least - 1e-15) {
                    [$least, $worst] = [$wrong, $c];
                }
            }
            if (null === $worst) {
                return;
            }
            $leaves = \in_array($worst, $this->on, true);
            $this->on = $leaves ? array_values(array_diff($this->on, [$worst])) : [...$this->on, $worst];
            $this->amperes[$worst] = $leaves || null === $this->paths[$worst]->tube ? 0.0 : self::FIRST_AMPERES;
        }
    }

    /**
     * How the currents of the conducting paths follow their drives, siemens: the inverse of A and the slopes of the drops.
     *
     * @return array<int, array<int, float>> by conducting path and conducting path
     */
    public function slopes(): array
    {
        $on = $this->on;
        $matrix = [];
        foreach ($on as $c) {
            foreach ($on as $d) {
                $matrix[$c][$d] = $this->drops[$c][$d];
            }
            $tube = $this->paths[$c]->tube;
            if (null !== $tube) {
                $matrix[$c][$c] += 1.0 / max(1e-9, $tube->slopeAt($this->amperes[$c]));
            }
        }

        return self::inverse($matrix, $on);
    }

    /** @param array<int, float> $drive */
    private function settle(array $drive): void
    {
        $on = $this->on;
        if ([] === $on) {
            return;
        }
        if (1 === \count($on)) {
            $c = $on[0];
            $path = $this->paths[$c];
            $this->amperes[$c] = null === $path->tube ? ($drive[$c] - $path->dropVolts) / $this->drops[$c][$c] : $path->tube->through($drive[$c], $this->drops[$c][$c])[0];
            if (null !== $path->tube && $drive[$c] < 0.0) {
                $this->amperes[$c] = $drive[$c] / $this->drops[$c][$c];
            }

            return;
        }
        $rest = $this->rest($on, $drive);
        for ($step = 0; $step < self::MOST_STEPS; ++$step) {
            $moves = $this->moves($on, $rest);
            // A tube's current nears zero without crossing it.
            $share = 1.0;
            $before = 0.0;
            foreach ($moves as $c => $move) {
                $before += $rest[$c] * $move;
                if (null !== $this->paths[$c]->tube && $move < -0.9 * $this->amperes[$c]) {
                    $share = min($share, -0.9 * $this->amperes[$c] / $move);
                }
            }
            for ($halving = 0;; ++$halving) {
                foreach ($moves as $c => $move) {
                    $this->amperes[$c] += $share * $move;
                }
                $rest = $this->rest($on, $drive);
                $after = 0.0;
                foreach ($moves as $c => $move) {
                    $after += $rest[$c] * $move;
                }
                if ($this->straight || $halving >= self::MOST_HALVINGS || $after >= -0.9 * $before) {
                    break;
                }
                foreach ($moves as $c => $move) {
                    $this->amperes[$c] -= $share * $move;
                }
                $share *= 0.5;
            }
            $most = $share * max(array_map(abs(...), $moves));
            if ($this->straight || $most < self::STILL_AMPERES) {
                return;
            }
        }
    }

    /**
     * Volts that are left over for each conducting path.
     *
     * @param list<int>         $on
     * @param array<int, float> $drive
     *
     * @return array<int, float>
     */
    private function rest(array $on, array $drive): array
    {
        $rest = [];
        foreach ($on as $c) {
            $tube = $this->paths[$c]->tube;
            $volts = $drive[$c] - (null === $tube ? $this->paths[$c]->dropVolts : $tube->dropAt($this->amperes[$c]));
            foreach ($on as $d) {
                $volts -= $this->drops[$c][$d] * $this->amperes[$d];
            }
            $rest[$c] = $volts;
        }

        return $rest;
    }

    /**
     * Newton's step of the conducting currents.
     *
     * @param list<int>         $on
     * @param array<int, float> $rest
     *
     * @return non-empty-array<int, float>
     */
    private function moves(array $on, array $rest): array
    {
        $moves = [];
        foreach ($this->slopes() as $c => $row) {
            $moves[$c] = 0.0;
            foreach ($row as $d => $siemens) {
                $moves[$c] += $siemens * $rest[$d];
            }
        }

        return [] === $moves ? throw new \LogicException('nothing conducts') : $moves;
    }

    /**
     * Gauss and Jordan; a handful of paths at the most.
     *
     * @param array<int, array<int, float>> $a
     * @param list<int>                     $keys of its rows and columns
     *
     * @return array<int, array<int, float>>
     */
    private static function inverse(array $a, array $keys): array
    {
        if (1 === \count($keys)) {
            return [$keys[0] => [$keys[0] => 1.0 / $a[$keys[0]][$keys[0]]]];
        }
        $b = [];
        foreach ($keys as $i) {
            foreach ($keys as $j) {
                $b[$i][$j] = $i === $j ? 1.0 : 0.0;
            }
        }
        foreach ($keys as $k) {
            $pivot = 1.0 / $a[$k][$k];
            foreach ($keys as $j) {
                $a[$k][$j] *= $pivot;
                $b[$k][$j] *= $pivot;
            }
            foreach ($keys as $i) {
                $factor = $a[$i][$k];
                if ($i === $k || 0.0 === $factor) {
                    continue;
                }
                foreach ($keys as $j) {
                    $a[$i][$j] -= $factor * $a[$k][$j];
                    $b[$i][$j] -= $factor * $b[$k][$j];
                }
            }
        }

        return $b;
    }
}
