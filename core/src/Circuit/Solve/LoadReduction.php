<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Solve;

use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Compile\Reactances;
use Yew\Core\Circuit\Supply\ReducedLoad;
use Yew\Core\Numeric\DenseInverse;
use Yew\Core\Numeric\Pattern;
use Yew\Core\Numeric\SparseLu;

/**
 * Reduces the circuit about an operating point to what the rectifiers of one transformer notice of it.
 *
 * Volts of all nodes and currents of all inductors are projected onto what a current into each output does in the steady state, at
 * the mains frequency and above it (real frequencies; after A. Odabasioglu et al., IEEE Trans. CAD 17, 1998, from memory).
 * Tubes keep what plate and screen volts do; their grids are held against their cathodes, so that no feedback loop of the
 * amplifier can swing in the reduced load.
 */
final class LoadReduction
{
    /** A state this small beside what it was before the others were taken out of it is none. */
    private const NOTHING = 1e-7;
    /** Of the leak that keeps a series capacitor's state in being, siemens. */
    private const PUMP_LEAK = 1e-9;
    /** Multiples of the mains frequency at which the circuit is asked. */
    private const MULTIPLES = [0.0, 1.0, 5.0];

    private readonly Reactances $reactances;
    private readonly Pattern $pattern;
    private readonly int $chassis;

    /** @var array<int, float> siemens by slot, inductors left out */
    private readonly array $resistive;

    /** @var list<array{int, int}> ends of each inductor, coupled windings first */
    private array $ends = [];

    /** @var list<list<int>> inductors that belong together */
    private array $groups = [];

    /** @var list<array<int, float>> henries between inductors, by inductor and inductor */
    private array $henries = [];

    /** @var array<int, float> of each inductor */
    private array $ohms = [];

    private function __construct(private readonly Solution $solution)
    {
        $circuit = $solution->circuit;
        $this->reactances = $circuit->reactances;
        $this->pattern = $this->reactances->pattern();
        $this->chassis = $circuit->size();
        $this->inductors();
        $this->resistive = $this->resistive();
    }

    public static function of(Solution $solution, MainsSupply $supply): ReducedLoad
    {
        return (new self($solution))->reduced($supply);
    }

    private function inductors(): void
    {
        foreach ($this->reactances->coupled as [$coupling, $ends, $henries, $ohms]) {
            $group = [];
            foreach ($ends as $i => $pair) {
                $group[] = \count($this->ends);
                $this->ends[] = $pair;
                $this->ohms[] = $ohms[$i];
            }
            foreach ($group as $i => $number) {
                $row = [];
                foreach ($group as $j => $other) {
                    $row[$other] = ($i === $j ? 1.0 : $coupling) * sqrt($henries[$i] * $henries[$j]);
                }
                $this->henries[$number] = $row;
            }
            $this->groups[] = $group;
        }
        foreach ($this->reactances->chokes as [$a, $b, $henries, $ohms]) {
            $number = \count($this->ends);
            $this->ends[] = [$a, $b];
            $this->ohms[] = $ohms;
            $this->henries[$number] = [$number => $henries];
            $this->groups[] = [$number];
        }
    }

    /** @return array<int, float> */
    private function resistive(): array
    {
        $circuit = $this->solution->circuit;
        $a = $circuit->linear;
        Linearisation::near($circuit, $this->solution->conditions, $this->solution)->stampWithGridsHeld($a, $this->solution->excess);

        return $circuit->withoutInductors($a);
    }

    private function reduced(MainsSupply $supply): ReducedLoad
    {
        $basis = [];
        foreach (self::MULTIPLES as $multiple) {
            [$factored, $branches] = $this->factored($multiple * 2.0 * \M_PI * $supply->hertz);
            foreach ($supply->ports as $port) {
                $amperes = array_fill(0, $this->chassis + 1, 0.0);
                $amperes[$port->plus] += 1.0;
                $amperes[$port->minus] -= 1.0;
                $basis = self::joined($basis, $this->answer($factored, $branches, $amperes));
            }
        }

        return $this->projected($supply, $basis);
    }

    /**
     * The matrix at a real frequency, with the inductors as conductances.
     *
     * @return array{array<int, float>, array<int, array<int, float>>} factors by slot; siemens of the inductors, by inductor and inductor
     */
    private function factored(float $rate): array
    {
        $a = $this->resistive;
        foreach ($this->reactances->capacitors as [$plus, $minus, $farads]) {
            $this->pattern->add($a, $plus, $minus, $rate * $farads);
        }
        $branches = [];
        foreach ($this->groups as $group) {
            $impedance = [];
            foreach ($group as $i) {
                $impedance[] = array_map(fn (int $j): float => $rate * $this->henries[$i][$j] + ($i === $j ? $this->ohms[$i] : 0.0), $group);
            }
            foreach (DenseInverse::of($impedance) ?? throw new \LogicException('windings without resistance') as $i => $row) {
                foreach ($row as $j => $siemens) {
                    $branches[$group[$i]][$group[$j]] = $siemens;
                    $this->pattern->addBetween($a, $this->ends[$group[$i]], $this->ends[$group[$j]], $siemens);
                }
            }
        }
        SparseLu::factor($this->pattern, $a);

        return [$a, $branches];
    }

    /**
     * @param array<int, float>             $factored
     * @param array<int, array<int, float>> $branches
     * @param array<int, float>             $amperes  into nodes, the chassis last
     *
     * @return array<int, float> volts of all nodes, then amperes of all inductors
     */
    private function answer(array $factored, array $branches, array $amperes): array
    {
        $volts = SparseLu::solve($this->pattern, $factored, $amperes);
        $volts[$this->chassis] = 0.0;
        $currents = [];
        foreach ($branches as $i => $row) {
            $currents[$i] = 0.0;
            foreach ($row as $j => $siemens) {
                $currents[$i] += $siemens * ($volts[$this->ends[$j][0]] - $volts[$this->ends[$j][1]]);
            }
        }
        ksort($currents);
        unset($volts[$this->chassis]);

        return [...$volts, ...$currents];
    }

    /**
     * What capacitors and inductors hold of a state: charge by node, flux by inductor.
     *
     * @param array<int, float> $state
     *
     * @return array{array<int, float>, array<int, float>}
     */
    private function stored(array $state): array
    {
        $charge = array_fill(0, $this->chassis + 1, 0.0);
        foreach ($this->reactances->capacitors as [$a, $b, $farads]) {
            $held = $farads * (($a < $this->chassis ? $state[$a] : 0.0) - ($b < $this->chassis ? $state[$b] : 0.0));
            $charge[$a] += $held;
            $charge[$b] -= $held;
        }
        $flux = [];
        foreach ($this->henries as $i => $row) {
            $flux[$i] = 0.0;
            foreach ($row as $j => $henries) {
                $flux[$i] += $henries * $state[$this->chassis + $j];
            }
        }

        return [$charge, $flux];
    }

    /**
     * What resistances take of a state: current by node, volts by inductor.
     *
     * @param array<int, float> $state
     *
     * @return array{array<int, float>, array<int, float>}
     */
    private function dissipated(array $state): array
    {
        $amperes = array_fill(0, $this->chassis + 1, 0.0);
        foreach ($this->pattern->slots() as $place => $slot) {
            $value = $this->resistive[$slot];
            if (0.0 !== $value) {
                $amperes[intdiv($place, $this->chassis)] += $value * $state[$place % $this->chassis];
            }
        }
        $volts = [];
        foreach ($this->ends as $i => [$a, $b]) {
            $current = $state[$this->chassis + $i];
            $amperes[$a] += $current;
            $amperes[$b] -= $current;
            $volts[] = $this->ohms[$i] * $current - ($a < $this->chassis ? $state[$a] : 0.0) + ($b < $this->chassis ? $state[$b] : 0.0);
        }

        return [$amperes, $volts];
    }

    /**
     * Gram and Schmidt, twice.
     *
     * @param array<int, array<int, float>> $basis
     * @param array<int, float>             $state
     *
     * @return array<int, array<int, float>>
     */
    private static function joined(array $basis, array $state): array
    {
        $before = self::length($state);
        if (0.0 === $before) {
            return $basis;
        }
        for ($pass = 0; $pass < 2; ++$pass) {
            foreach ($basis as $other) {
                $share = 0.0;
                foreach ($other as $i => $value) {
                    $share += $value * $state[$i];
                }
                foreach ($other as $i => $value) {
                    $state[$i] -= $share * $value;
                }
            }
        }
        $length = self::length($state);

        return $length <= self::NOTHING * $before ? $basis : [...$basis, array_map(static fn (float $v): float => $v / $length, $state)];
    }

    /** @param array<int, float> $state */
    private static function length(array $state): float
    {
        $square = 0.0;
        foreach ($state as $value) {
            $square += $value * $value;
        }

        return sqrt($square);
    }

    /** @param array<int, array<int, float>> $basis */
    private function projected(MainsSupply $supply, array $basis): ReducedLoad
    {
        $capacitance = $conductance = $inputs = [];
        foreach ($basis as $j => $state) {
            [$charge, $flux] = $this->stored($state);
            [$amperes, $volts] = $this->dissipated($state);
            foreach ($basis as $i => $other) {
                $c = $g = 0.0;
                foreach ($other as $n => $value) {
                    $c += $value * ($n < $this->chassis ? $charge[$n] : $flux[$n - $this->chassis]);
                    $g += $value * ($n < $this->chassis ? $amperes[$n] : $volts[$n - $this->chassis]);
                }
                $capacitance[$i][$j] = $c;
                $conductance[$i][$j] = $g;
            }
            foreach ($supply->ports as $k => $port) {
                $inputs[$j][$k] = ($port->plus < $this->chassis ? $state[$port->plus] : 0.0) - ($port->minus < $this->chassis ? $state[$port->minus] : 0.0);
            }
        }
        $state = $this->solution->supplies[$supply->number];
        $volts = array_map($this->solution->across(...), $supply->ports);
        $amperes = $state->cycle->current;

        return $this->withPumps($supply, $capacitance, $conductance, $inputs, $volts, $amperes, array_map(fn (array $state): array => \array_slice($state, 0, $this->chassis), array_values($basis)));
    }

    /**
     * @param array<int, array<int, float>> $capacitance
     * @param array<int, array<int, float>> $conductance
     * @param array<int, array<int, float>> $inputs
     * @param array<int, float>             $volts
     * @param array<int, float>             $amperes
     * @param list<array<int, float>>       $nodes
     */
    private function withPumps(MainsSupply $supply, array $capacitance, array $conductance, array $inputs, array $volts, array $amperes, array $nodes): ReducedLoad
    {
        foreach ($supply->ports as $k => $port) {
            if ($port->pumpFarads <= 0.0) {
                continue;
            }
            $number = \count($capacitance);
            foreach (array_keys($capacitance) as $i) {
                $capacitance[$i][$number] = $conductance[$i][$number] = 0.0;
            }
            $capacitance[$number] = $conductance[$number] = array_fill(0, $number + 1, 0.0);
            $inputs[$number] = array_fill(0, \count($volts), 0.0);
            $capacitance[$number][$number] = $port->pumpFarads;
            $conductance[$number][$number] = null === $port->pumpLeakOhms ? self::PUMP_LEAK : 1.0 / $port->pumpLeakOhms;
            foreach (array_keys($inputs) as $i) {
                $inputs[$i][\count($volts)] = $i === $number ? 1.0 : 0.0;
            }
            // Half of the output stands on it, as long as it holds; shorted it settles at nothing.
            $volts[] = null === $port->pumpLeakOhms ? $port->voltsShare * $volts[$k] : 0.0;
            $amperes[] = 0.0;
        }

        return new ReducedLoad(self::rows($capacitance), self::rows($conductance), self::rows($inputs), array_values($volts), array_values($amperes), $nodes, array_map(static fn (array $e): float => $e[2], $this->solution->excess));
    }

    /**
     * @param array<int, array<int, float>> $matrix
     *
     * @return array<int, array<int, float>>
     */
    private static function rows(array $matrix): array
    {
        return array_map(array_values(...), array_values($matrix));
    }
}
