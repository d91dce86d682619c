<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Numeric\SparseLu;

/**
 * What one reading depends on: the adjoint of the linearised circuit at its operating point.
 *
 * One transposed solve gives the reading's answer to a current into any node (S. W. Director and R. A. Rohrer, IEEE Trans. Circuit
 * Theory 16, 1969, from memory); every part's sensitivity follows from the current through it. Lamp and heaters are held.
 */
final readonly class Adjoint
{
    /**
     * @param array<int, float>    $answer of the reading per ampere into each node, the chassis last
     * @param array<string, float> $parts  by which a part moves the reading by itself, per unit of relative change
     * @param array<string, float> $tubes  likewise, by section
     */
    private function __construct(private Solution $solution, public array $answer, private int $plus, private int $minus, private array $parts = [], private array $tubes = [])
    {
    }

    /**
     * Of a current that follows the volts of some nodes.
     *
     * @param array<int, float>    $siemens by node
     * @param array<string, float> $parts   by which a part moves it by itself
     * @param array<string, float> $tubes   likewise
     */
    public static function ofCurrent(Solution $solution, array $siemens, array $parts, array $tubes): self
    {
        $size = $solution->circuit->size();
        $b = array_fill(0, $size + 1, 0.0);
        foreach ($siemens as $node => $value) {
            $b[$node] += $value;
        }
        $answer = SparseLu::solveTransposed($solution->circuit->pattern, $solution->factored, $b);
        $answer[$size] = 0.0;

        return new self($solution, $answer, $size, $size, $parts, $tubes);
    }

    public static function of(Solution $solution, string $place, string $against = Netlist::CHASSIS): self
    {
        $size = $solution->circuit->size();
        [$plus, $minus] = [$solution->circuit->nodes->number($place), $solution->circuit->nodes->number($against)];
        $b = array_fill(0, $size + 1, 0.0);
        $b[$plus] += 1.0;
        $b[$minus] -= 1.0;
        $answer = SparseLu::solveTransposed($solution->circuit->pattern, $solution->factored, $b);
        $answer[$size] = 0.0;

        return new self($solution, $answer, $plus, $minus);
    }

    /** Source resistance between the two places, ohms: what a meter's own resistance forms a divider with (COND-4). */
    public function sourceOhms(): float
    {
        return $this->answer[$this->plus] - $this->answer[$this->minus];
    }

    /** Whether nothing but leakage decides what stands at the place. */
    public function isLeakage(): bool
    {
        return abs($this->sourceOhms()) > Solution::LEAKAGE_OHMS;
    }

    /** Share of its volts that a place keeps while a meter of this input resistance is on it; null for one that loads nothing. */
    public function loading(?float $meterOhms): float
    {
        return null === $meterOhms ? 1.0 : $meterOhms / ($meterOhms + $this->sourceOhms());
    }

    /**
     * Volts by which the reading moves per unit of relative change (0.01 would be one per cent).
     *
     * @return array{parts: array<string, float>, tubes: array<string, float>, windingVolts: array<string, float>, windingOhms: array<string, float>}
     *                                                                                                                                                parts by id, tubes by position and section, windings by rectifier and winding
     */
    public function relative(): array
    {
        return ['parts' => $this->parts(), 'tubes' => $this->tubes(), ...$this->windings()];
    }

    /** @return array<string, float> */
    private function parts(): array
    {
        $v = $this->solution->volts;
        $parts = $this->parts;
        foreach ($this->solution->circuit->conductances as $c) {
            // i leaves a and enters b; d(i)/d(ln R) = −i.
            $amperes = ($v[$c->a] - $v[$c->b]) * $c->siemens;
            $id = preg_replace('~/(top|bottom)$~', '', $c->id) ?? $c->id;
            $parts[$id] = ($parts[$id] ?? 0.0) + $amperes * ($this->answer[$c->a] - $this->answer[$c->b]);
        }

        return $parts;
    }

    /** @return array<string, float> */
    private function tubes(): array
    {
        $v = $this->solution->volts;
        $answer = $this->answer;
        $tubes = [];
        foreach ($this->solution->circuit->tubes as $stage) {
            [$plate, , , , $screen, , , , $grid] = $stage->at(...$stage->volts($v));
            $tubes[$stage->id()] = ($this->tubes[$stage->id()] ?? 0.0) + $plate * ($answer[$stage->cathode] - $answer[$stage->plate]) + $screen * ($answer[$stage->cathode] - $answer[$stage->screen]) + $grid * ($answer[$stage->cathode] - $answer[$stage->grid]);
        }

        return $tubes;
    }

    /** @return array{windingVolts: array<string, float>, windingOhms: array<string, float>} by rectifier */
    private function windings(): array
    {
        $slopes = ['windingVolts' => [], 'windingOhms' => []];
        foreach (WindingSlopes::of($this->solution) as $s => $bySupply) {
            foreach ($bySupply as $rectifier => [$byVolts, $byOhms]) {
                foreach ($this->solution->supplies[$s]->ports as $k => $port) {
                    $answer = $this->answer[$port->plus] - $this->answer[$port->minus];
                    $slopes['windingVolts'][$rectifier] = ($slopes['windingVolts'][$rectifier] ?? 0.0) + $byVolts[$k] * $answer;
                    $slopes['windingOhms'][$rectifier] = ($slopes['windingOhms'][$rectifier] ?? 0.0) + $byOhms[$k] * $answer;
                }
            }
        }

        return $slopes;
    }
}
