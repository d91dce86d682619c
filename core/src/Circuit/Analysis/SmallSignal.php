<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Compile\Reactances;
use Yew\Core\Circuit\Element\CurrentSource;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Circuit\Solve\Linearisation;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Numeric\ComplexLu;
use Yew\Core\Numeric\Pattern;

/**
 * Small-signal AC at an operating point: phasors at every node for currents driven into the circuit.
 *
 * The tubes' slopes come from the operating point, capacitors are jωC, a choke is R + jωL; windings on one core are the inverse of
 * their impedance matrix, so that everything stays nodal. Tubes have no capacitances of their own here.
 */
final class SmallSignal
{
    private readonly Pattern $pattern;

    private readonly int $chassis;

    /** @var list<float> real parts that no frequency changes, by slot */
    private readonly array $resistive;

    private readonly Reactances $reactances;

    /** @var array<int, float> amperes that the AC sources of the circuit drive into each node */
    private array $sources;

    /** @param bool $withRectifiers whether rectifiers answer small signals, as they do far below the mains frequency */
    public function __construct(private readonly Solution $solution, private readonly bool $withRectifiers = true)
    {
        $circuit = $solution->circuit;
        $this->reactances = $circuit->reactances;
        $this->chassis = $circuit->size();
        $this->sources = array_fill(0, $this->chassis + 1, 0.0);
        $node = $circuit->nodes->number(...);
        foreach ($circuit->netlist->elements as $element) {
            if ($element instanceof VoltageSource) {
                $this->sources[$node($element->plus)] += $element->acVolts / VoltageSource::SERIES_OHMS;
                $this->sources[$node($element->minus)] -= $element->acVolts / VoltageSource::SERIES_OHMS;
            } elseif ($element instanceof CurrentSource) {
                $this->sources[$node($element->to)] += $element->acAmperes;
                $this->sources[$node($element->from)] -= $element->acAmperes;
            }
        }
        $this->pattern = $this->reactances->pattern();
        $this->resistive = $this->resistive();
    }

    /**
     * @param array<int, array{float, float}> $drive amperes into nodes, real and imaginary; the circuit's own AC sources when empty
     *
     * @return array{array<int, float>, array<int, float>} real and imaginary parts of every node's volts, the chassis last
     */
    public function at(float $hertz, array $drive = []): array
    {
        $omega = 2.0 * \M_PI * $hertz;
        $re = $this->resistive;
        $im = array_fill(0, \count($re), 0.0);
        foreach ($this->reactances->capacitors as [$a, $b, $farads]) {
            $this->pattern->add($im, $a, $b, $omega * $farads);
        }
        foreach ($this->reactances->chokes as [$a, $b, $henries, $ohms]) {
            $square = $ohms * $ohms + $omega * $omega * $henries * $henries;
            $this->pattern->add($re, $a, $b, $ohms / $square);
            $this->pattern->add($im, $a, $b, -$omega * $henries / $square);
        }
        foreach ($this->reactances->coupled as $transformer) {
            $this->transformer($re, $im, $transformer, $omega);
        }
        $im = array_values($im);
        if (!ComplexLu::factor($this->pattern, $re, $im)) {
            throw new \RuntimeException('the circuit has no answer at this frequency');
        }
        $br = $bi = array_fill(0, $this->chassis + 1, 0.0);
        if ([] === $drive) {
            $br = $this->sources;
        }
        foreach ($drive as $node => [$r, $i]) {
            $br[$node] += $r;
            $bi[$node] += $i;
        }
        [$x, $y] = ComplexLu::solve($this->pattern, $re, $im, $br, $bi);
        $x[$this->chassis] = $y[$this->chassis] = 0.0;

        return [$x, $y];
    }

    /** Whether the circuit has a place to be asked at. */
    public function has(string $place): bool
    {
        return $this->solution->circuit->nodes->has($place);
    }

    /** @return array{float, float} magnitude, and phase in degrees, of a reading for the circuit's own AC sources */
    public function reading(float $hertz, string $place, string $against = Netlist::CHASSIS): array
    {
        [$x, $y] = $this->at($hertz);
        $node = $this->solution->circuit->nodes->number(...);
        $r = $x[$node($place)] - $x[$node($against)];
        $i = $y[$node($place)] - $y[$node($against)];

        return [hypot($r, $i), rad2deg(atan2($i, $r))];
    }

    /**
     * Admittances of the circuit as seen between pairs of nodes.
     *
     * @param list<array{int, int}> $pairs
     *
     * @return array<int, array<int, array{float, float}>> real and imaginary parts, siemens, by pair and pair
     */
    public function admittances(float $hertz, array $pairs): array
    {
        $z = $unit = [];
        foreach ($pairs as $l => [$plus, $minus]) {
            [$x, $y] = $this->at($hertz, [$plus => [1.0, 0.0], $minus => [-1.0, 0.0]]);
            foreach ($pairs as $k => [$a, $b]) {
                $z[$k][$l] = [$x[$a] - $x[$b], $y[$a] - $y[$b]];
                $unit[$k][$l] = [$k === $l ? 1.0 : 0.0, 0.0];
            }
        }

        return self::inverse($z, $unit);
    }

    /** @return array{float, float} volts at one place for an ampere into another, real and imaginary, ohms */
    public function transimpedance(float $hertz, string $into, string $at): array
    {
        $node = $this->solution->circuit->nodes->number(...);
        [$x, $y] = $this->at($hertz, [$node($into) => [1.0, 0.0]]);

        return [$x[$node($at)], $y[$node($at)]];
    }

    /** Magnitude of the impedance that a source would see at a place, ohms. */
    public function impedance(float $hertz, string $place): float
    {
        $node = $this->solution->circuit->nodes->number($place);
        [$x, $y] = $this->at($hertz, [$node => [1.0, 0.0]]);

        return hypot($x[$node], $y[$node]);
    }

    /** @return list<float> */
    private function resistive(): array
    {
        $circuit = $this->solution->circuit;
        // All of the Jacobian first, in the DC circuit's own slots, then moved over.
        $a = $circuit->linear;
        $b = $circuit->drive;
        Linearisation::near($circuit, $this->solution->conditions, $this->solution)->stamp($a, $b);
        foreach ($this->withRectifiers ? $circuit->supplies : [] as $s => $supply) {
            $supply->stamp($a, $this->solution->supplies[$s]->cycle->slope);
        }

        return $circuit->withoutInductors($a);
    }

    /**
     * @param array<int, float>                                             $re
     * @param array<int, float>                                             $im
     * @param array{float, list<array{int, int}>, list<float>, list<float>} $transformer
     */
    private function transformer(array &$re, array &$im, array $transformer, float $omega): void
    {
        [$coupling, $ends, $henries, $copper] = $transformer;
        $count = \count($ends);
        $z = $unit = [];
        for ($i = 0; $i < $count; ++$i) {
            for ($j = 0; $j < $count; ++$j) {
                $mutual = $i === $j ? 1.0 : $coupling;
                $z[$i][$j] = [$i === $j ? $copper[$i] : 0.0, $omega * $mutual * sqrt($henries[$i] * $henries[$j])];
                $unit[$i][$j] = [$i === $j ? 1.0 : 0.0, 0.0];
            }
        }
        $y = self::inverse($z, $unit);
        foreach ($ends as $i => [$a, $b]) {
            foreach ($ends as $j => [$c, $d]) {
                [$g, $s] = $y[$i][$j];
                $this->pattern->addBetween($re, [$a, $b], [$c, $d], $g);
                $this->pattern->addBetween($im, [$a, $b], [$c, $d], $s);
            }
        }
    }

    /**
     * Gauss and Jordan on pairs of real and imaginary part; a dozen windings at the most.
     *
     * @param array<int, array<int, array{float, float}>> $a
     * @param array<int, array<int, array{float, float}>> $b unit matrix
     *
     * @return array<int, array<int, array{float, float}>>
     */
    private static function inverse(array $a, array $b): array
    {
        $n = \count($a);
        for ($k = 0; $k < $n; ++$k) {
            [$pr, $pi] = $a[$k][$k];
            $square = $pr * $pr + $pi * $pi;
            for ($j = 0; $j < $n; ++$j) {
                foreach ([&$a, &$b] as &$m) {
                    [$r, $i] = $m[$k][$j];
                    $m[$k][$j] = [($r * $pr + $i * $pi) / $square, ($i * $pr - $r * $pi) / $square];
                }
                unset($m);
            }
            for ($row = 0; $row < $n; ++$row) {
                if ($row === $k) {
                    continue;
                }
                [$fr, $fi] = $a[$row][$k];
                for ($j = 0; $j < $n; ++$j) {
                    foreach ([&$a, &$b] as &$m) {
                        [$r, $i] = $m[$k][$j];
                        $m[$row][$j] = [$m[$row][$j][0] - ($fr * $r - $fi * $i), $m[$row][$j][1] - ($fr * $i + $fi * $r)];
                    }
                    unset($m);
                }
            }
        }

        return $b;
    }
}
