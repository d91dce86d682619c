<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RegulatorModel;

/** Where each non-linear element stands while Newton walks: the volts at which it is linearised next. */
final class Linearisation
{
    /** @var list<array{float, float, float}> plate, screen and grid volts of each tube stage */
    private array $tubes = [];

    /** @var array<int, float> of each diode */
    private array $diodes = [];

    /** @var list<array<int, float>> across each port of each supply */
    public array $ports = [];

    /** @var array<int, true> supplies whose rectifiers follow a straight line */
    private array $straight = [];

    private function __construct(private readonly CompiledCircuit $circuit, private readonly SolveConditions $conditions)
    {
    }

    /** A tube's usual working point, and reservoirs a little below their peaks. */
    public static function guess(CompiledCircuit $circuit, SolveConditions $conditions): self
    {
        $point = new self($circuit, $conditions);
        foreach ($circuit->tubes as $stage) {
            $model = $stage->model;
            $point->tubes[] = match (true) {
                $model instanceof RegulatorModel => [$model->burningVolts, 0.0, 0.0],
                $model instanceof PentodeModel => [250.0, 250.0, -150.0 / $model->mu],
                default => [150.0, 0.0, -80.0 / $model->mu],
            };
        }
        $point->diodes = array_map(static fn (): float => 0.0, $circuit->diodes);
        foreach ($circuit->supplies as $supply) {
            $peak = \M_SQRT2 * $conditions->inletVolts;
            $point->ports[] = array_map(static fn ($port): float => 0.88 * ($port->topVolts($peak) - $port->presumedLift($peak)), $supply->ports);
        }

        return $point;
    }

    public static function near(CompiledCircuit $circuit, SolveConditions $conditions, Solution $solution): self
    {
        $point = new self($circuit, $conditions);
        $v = $solution->volts;
        foreach ($circuit->tubes as $stage) {
            $point->tubes[] = $stage->volts($v);
        }
        foreach ($circuit->diodes as $diode) {
            $point->diodes[] = $v[$diode->anode] - $v[$diode->cathode];
        }
        foreach ($circuit->supplies as $supply) {
            $point->ports[] = array_map(static fn ($port): float => $v[$port->plus] - $v[$port->minus], $supply->ports);
        }

        return $point;
    }

    /**
     * Adds all tubes and diodes as conductances and currents.
     *
     * @param array<int, float> $a
     * @param array<int, float> $b
     */
    public function stamp(array &$a, array &$b): void
    {
        foreach ($this->circuit->tubes as $i => $stage) {
            [$p, $s, $g] = $this->tubes[$i];
            [$ip, $pp, $ps, $pg, $is, $sp, $ss, $sg, $ig, $gg, $gp, $gs] = $stage->at($p, $s, $g);
            [$rp, $rs, $rg, $rk] = $stage->slots;
            $a[$rp[0]] += $pp;
            $a[$rp[1]] += $ps;
            $a[$rp[2]] += $pg;
            $a[$rp[3]] -= $pp + $ps + $pg;
            $a[$rk[0]] -= $pp + $sp;
            $a[$rk[1]] -= $ps + $ss;
            $a[$rk[2]] -= $pg + $sg + $gg;
            $a[$rk[3]] += $pp + $ps + $pg + $sp + $ss + $sg + $gg;
            $b[$stage->plate] -= $ep = $ip - $pp * $p - $ps * $s - $pg * $g;
            if (0.0 !== $is) {
                $a[$rs[0]] += $sp;
                $a[$rs[1]] += $ss;
                $a[$rs[2]] += $sg;
                $a[$rs[3]] -= $sp + $ss + $sg;
                $b[$stage->screen] -= $es = $is - $sp * $p - $ss * $s - $sg * $g;
                $b[$stage->cathode] += $es;
            }
            $b[$stage->cathode] += $ep;
            if (0.0 !== $ig) {
                $a[$rg[2]] += $gg;
                $a[$rg[3]] -= $gg + $gp + $gs;
                $b[$stage->grid] -= $eg = $ig - $gp * $p - $gs * $s - $gg * $g;
                $b[$stage->cathode] += $eg;
                if (0.0 !== $gp || 0.0 !== $gs) {
                    $a[$rg[0]] += $gp;
                    $a[$rg[1]] += $gs;
                    $a[$rk[0]] -= $gp;
                    $a[$rk[1]] -= $gs;
                    $a[$rk[3]] += $gp + $gs;
                }
            }
        }
        foreach ($this->circuit->diodes as $i => $diode) {
            $v = $this->diodes[$i];
            [$current, $slope] = $diode->at($v);
            [$aa, $ac, $ca, $cc] = $diode->slots;
            $a[$aa] += $slope;
            $a[$cc] += $slope;
            $a[$ac] -= $slope;
            $a[$ca] -= $slope;
            $e = $current - $slope * $v;
            $b[$diode->anode] -= $e;
            $b[$diode->cathode] += $e;
        }
    }

    /**
     * Adds the slopes of all tubes and diodes with every grid held against its cathode.
     *
     * @param array<int, float>                             $a
     * @param array<int, array{float, float, float, float}> $rippled by how much more plate and screen current follow a wide swing, third and fourth
     */
    public function stampWithGridsHeld(array &$a, array $rippled = []): void
    {
        foreach ($this->circuit->tubes as $i => $stage) {
            [, $pp, $ps, , $is, $sp, $ss] = $stage->at(...$this->tubes[$i]);
            [, , $plateShare, $screenShare] = $rippled[$i] ?? [0.0, 0.0, 1.0, 1.0];
            [$pp, $ps, $sp, $ss] = [$plateShare * $pp, $plateShare * $ps, $screenShare * $sp, $screenShare * $ss];
            [$rp, $rs, , $rk] = $stage->slots;
            $a[$rp[0]] += $pp;
            $a[$rp[1]] += $ps;
            $a[$rp[3]] -= $pp + $ps;
            $a[$rk[0]] -= $pp + $sp;
            $a[$rk[1]] -= $ps + $ss;
            $a[$rk[3]] += $pp + $ps + $sp + $ss;
            if (0.0 !== $is) {
                $a[$rs[0]] += $sp;
                $a[$rs[1]] += $ss;
                $a[$rs[3]] -= $sp + $ss;
            }
        }
        foreach ($this->circuit->diodes as $i => $diode) {
            $slope = $diode->at($this->diodes[$i])[1];
            [$aa, $ac, $ca, $cc] = $diode->slots;
            $a[$aa] += $slope;
            $a[$cc] += $slope;
            $a[$ac] -= $slope;
            $a[$ca] -= $slope;
        }
    }

    /** Whether the rectifiers of a supply follow a straight line, so that they may move at once as far as they like. */
    public function follow(int $supply, bool $straight): void
    {
        if ($straight) {
            $this->straight[$supply] = true;
        }
    }

    /**
     * Moves each element to the new volts, as far as it may go at once.
     *
     * @param array<int, float> $v
     *
     * @return bool whether anything was held back
     */
    public function moveTo(array $v): bool
    {
        $held = false;
        foreach ($this->circuit->tubes as $i => $stage) {
            [$p, $s, $g] = $this->tubes[$i];
            [$plate, $screen, $grid] = $stage->volts($v);
            $reach = 5.0 + 0.6 * ($p > 0.0 ? $p : -$p);
            $limitedPlate = $plate > $p + $reach ? $p + $reach : ($plate < $p - $reach ? $p - $reach : $plate);
            $reach = 2.0 + 0.5 * ($s > 0.0 ? $s : -$s);
            $limitedScreen = $screen > $s + $reach ? $s + $reach : ($screen < $s - $reach ? $s - $reach : $screen);
            $reach = 0.5 + 0.5 * ($g > 0.0 ? $g : -$g);
            $limitedGrid = $grid > $g + $reach ? $g + $reach : ($grid < $g - $reach ? $g - $reach : $grid);
            if ($limitedPlate !== $plate || $limitedScreen !== $screen || $limitedGrid !== $grid) {
                $held = true;
            }
            $this->tubes[$i] = [$limitedPlate, $limitedScreen, $limitedGrid];
        }
        foreach ($this->circuit->diodes as $i => $diode) {
            $next = $v[$diode->anode] - $v[$diode->cathode];
            $this->diodes[$i] = $diode->limited($next, $this->diodes[$i]);
            $held = $held || abs($this->diodes[$i] - $next) > 1e-9;
        }
        foreach ($this->circuit->supplies as $s => $supply) {
            $peak = \M_SQRT2 * $this->conditions->inletVolts;
            foreach ($supply->ports as $k => $port) {
                $next = $v[$port->plus] - $v[$port->minus];
                $top = isset($this->straight[$s]) ? \INF : $port->topVolts($peak) - $port->presumedLift($peak);
                $last = $this->ports[$s][$k];
                if ($next >= $top && $last < $top) {
                    $held = $held || $next > $top * (1.0 + 1e-9);
                    $next = 0.5 * ($last + $top);
                }
                $this->ports[$s][$k] = $next;
            }
        }

        return $held;
    }
}
