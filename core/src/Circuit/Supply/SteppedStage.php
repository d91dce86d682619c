<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

use Yew\Core\Numeric\DenseInverse;

/**
 * One implicit stage of a period's steps: the load's states from those that it starts from, with the paths that conduct at its end.
 *
 * All stages are of one length, so that what a stage makes of its start and of a current into each path is worked out once.
 */
final class SteppedStage
{
    private readonly int $order;

    private readonly Commutation $commutation;

    /** @var array<int, array<int, float>> states after a stage from those that it starts from */
    private readonly array $kept;

    /** @var array<int, array<int, float>> states that a current into each input adds in a stage, by input */
    private readonly array $added;

    /** @var array<int, array<int, float>> the same by path */
    private readonly array $addedByPath;

    /** @var array<int, array<int, float>> volts that each path works against, by state */
    private readonly array $seen;

    /** @var array<int, float> the same at the operating point */
    private readonly array $back;

    /** @var array<int, float> what the direct currents of the operating point take from the states in a stage */
    private readonly array $drained;

    /**
     * @param list<Path> $paths
     * @param float      $ohms     of primary, and lamp
     * @param float      $coreOhms resistance of the core to all that it feeds
     * @param float      $rate     one over the length of a stage, 1/s
     */
    public function __construct(private readonly ReducedLoad $load, public readonly array $paths, private readonly float $peakVolts, private readonly float $ohms, private readonly float $coreOhms, float $rate)
    {
        $this->order = \count($load->capacitance);
        [$this->kept, $this->added, $this->drained] = $this->stage($rate);
        [$this->addedByPath, $this->seen, $this->back] = $this->byPath();
        $this->commutation = new Commutation($paths, $this->drops());
    }

    /**
     * One stage: from where it starts, at this share of the mains' peak, to where it ends.
     *
     * @param array<int, float>             $from
     * @param array<int, array<int, float>> $columns how it follows
     *
     * @return array{array<int, float>, array<int, array<int, float>>}
     */
    public function advance(array $from, array $columns, float $sine, float $weight, PeriodRun $run): array
    {
        $state = [];
        foreach ($this->kept as $i => $row) {
            $value = -$this->drained[$i];
            foreach ($row as $j => $share) {
                $value += $share * $from[$j];
            }
            $state[] = $value;
        }
        $core = $sine * $this->peakVolts * $this->coreOhms / $this->ohms;
        $drive = [];
        foreach ($this->paths as $c => $path) {
            $volts = $path->sign * $path->turns * $core - $this->back[$c];
            foreach ($this->seen[$c] as $i => $share) {
                $volts -= $share * $state[$i];
            }
            $drive[] = $volts;
        }
        $commutation = $this->commutation;
        $commutation->at($drive);
        $on = $commutation->on;
        foreach ($on as $c) {
            $amperes = $commutation->amperes[$c];
            foreach ($this->addedByPath[$c] as $i => $per) {
                $state[$i] += $per * $amperes;
            }
            $core -= $this->paths[$c]->sign * $this->paths[$c]->turns * $amperes * $this->coreOhms;
        }
        $this->gather($run, $state, $core, $sine * $this->peakVolts, $weight);

        return [$state, $run->following ? $this->followed($columns, $on, $weight, $run) : []];
    }

    /**
     * What the outputs show at the end of a step.
     *
     * @param array<int, float> $state
     */
    public function sample(PeriodRun $run, array $state): void
    {
        foreach (array_keys($run->samples) as $k) {
            $volts = $this->load->volts[$k];
            foreach ($state as $i => $value) {
                $volts += $this->load->inputs[$i][$k] * $value;
            }
            $run->low[$k] = min($run->low[$k], $volts);
            $run->high[$k] = max($run->high[$k], $volts);
            $amperes = 0.0;
            foreach ($this->commutation->on as $c) {
                $amperes += $k === $this->paths[$c]->port ? $this->commutation->amperes[$c] : 0.0;
            }
            $run->samples[$k][] = $amperes;
        }
    }

    /**
     * States and currents of one stage.
     *
     * @param float $rate one over the length of a stage, 1/s
     *
     * @return array{array<int, array<int, float>>, array<int, array<int, float>>, array<int, float>}
     */
    private function stage(float $rate): array
    {
        $matrix = [];
        foreach ($this->load->capacitance as $i => $row) {
            $matrix[] = array_map(static fn (float $c, float $g): float => $rate * $c + $g, $row, $this->load->conductance[$i]);
        }
        $inverse = DenseInverse::of($matrix) ?? throw new \LogicException('a state without capacitance and conductance');
        $kept = array_map(static fn (array $row): array => array_map(static fn (float $v): float => $rate * $v, $row), DenseInverse::product($inverse, $this->load->capacitance));
        $spread = DenseInverse::product($inverse, $this->load->inputs);
        $added = [];
        $drained = array_fill(0, $this->order, 0.0);
        foreach ($this->load->amperes as $input => $amperes) {
            $added[] = $column = array_column($spread, $input);
            foreach ($column as $i => $per) {
                $drained[$i] += $amperes * $per;
            }
        }

        return [$kept, $added, $drained];
    }

    /** @return array{array<int, array<int, float>>, array<int, array<int, float>>, array<int, float>} */
    private function byPath(): array
    {
        $addedByPath = $allSeen = $backs = [];
        foreach ($this->paths as $path) {
            $seen = $added = array_fill(0, $this->order, 0.0);
            $back = 0.0;
            foreach ($path->into as $input => $sign) {
                $back += $sign * $this->load->volts[$input];
                foreach ($seen as $i => $_) {
                    $seen[$i] += $sign * $this->load->inputs[$i][$input];
                    $added[$i] += $sign * $this->added[$input][$i];
                }
            }
            $allSeen[] = $seen;
            $addedByPath[] = $added;
            $backs[] = $back;
        }

        return [$addedByPath, $allSeen, $backs];
    }

    /** @return array<int, array<int, float>> ohms by path and path: through the core, through the load in one stage, and of the path itself */
    private function drops(): array
    {
        $drops = [];
        foreach ($this->paths as $c => $path) {
            $row = [];
            foreach ($this->paths as $d => $other) {
                $ohms = $path->sign * $other->sign * $path->turns * $other->turns * $this->coreOhms + ($path->copper === $other->copper ? $path->sign * $other->sign * $path->ohms : 0.0);
                foreach ($this->seen[$c] as $i => $share) {
                    $ohms += $share * $this->addedByPath[$d][$i];
                }
                $row[] = $ohms;
            }
            $drops[] = $row;
        }

        return $drops;
    }

    /** @param array<int, float> $state */
    private function gather(PeriodRun $run, array $state, float $core, float $mains, float $weight): void
    {
        foreach ($state as $i => $value) {
            $run->mean[$i] += $weight * $value;
        }
        $run->coreSquare += $weight * $core * $core;
        $run->primarySquare += $weight * (($mains - $core) / $this->ohms) ** 2;
        foreach ($this->commutation->on as $c) {
            $amperes = $this->commutation->amperes[$c];
            $path = $this->paths[$c];
            if (null !== $path->port) {
                $run->amperes[$path->port] += $weight * $amperes;
            }
            $run->square[$c] += $weight * $amperes * $amperes;
            $run->peak[$c] = max($run->peak[$c], abs($amperes));
        }
    }

    /**
     * @param array<int, array<int, float>> $columns
     * @param list<int>                     $on
     *
     * @return array<int, array<int, float>>
     */
    private function followed(array $columns, array $on, float $weight, PeriodRun $run): array
    {
        $slopes = [] === $on ? [] : $this->commutation->slopes();
        $after = [];
        foreach ($columns as $m => $column) {
            $next = [];
            foreach ($this->kept as $row) {
                $value = 0.0;
                foreach ($row as $j => $share) {
                    $value += $share * $column[$j];
                }
                $next[] = $value;
            }
            if ($m >= $this->order) {
                foreach ($this->added[$m - $this->order] as $i => $per) {
                    $next[$i] += $per;
                }
            }
            $drives = [];
            foreach ($on as $c) {
                $drive = 0.0;
                foreach ($this->seen[$c] as $i => $share) {
                    $drive -= $share * $next[$i];
                }
                $drives[$c] = $drive;
            }
            foreach ($on as $c) {
                $amperes = 0.0;
                foreach ($drives as $d => $drive) {
                    $amperes += $slopes[$c][$d] * $drive;
                }
                foreach ($this->addedByPath[$c] as $i => $per) {
                    $next[$i] += $per * $amperes;
                }
                $port = $this->paths[$c]->port;
                if (null !== $port) {
                    $run->amperesFollow[$port][$m] += $weight * $amperes;
                }
            }
            foreach ($next as $i => $value) {
                $run->meanFollows[$m][$i] += $weight * $value;
            }
            $after[] = $next;
        }

        return $after;
    }
}
