<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Time;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\CompiledCircuit;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Compile\FilamentMemory;
use Yew\Core\Circuit\Compile\MainsSupply;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Inductor;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\PartExchange;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\HeldCurrent;
use Yew\Core\Circuit\Solve\Linearisation;
use Yew\Core\Circuit\Solve\Newton;
use Yew\Core\Circuit\Solve\OperatingPoint;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\Solve\SteppedSupplies;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Circuit\Supply\HeaterLoad;
use Yew\Core\Circuit\Supply\Port;
use Yew\Core\Tube\TubeCatalogue;

/** A circuit made ready to be walked through time: every capacitor and choke has its place in the matrix, every tube its warmth. */
final readonly class TimedCircuit
{
    /** Of a capacitor that does not leak, ohms: gives it its place in the matrix and is nothing beside any insulation. */
    private const NO_LEAK_OHMS = 1e12;
    /** What holds less couples a signal and is taken as open, farads (our choice): a chain of stages makes volts of its every crumb. */
    private const LEAST_FARADS = 0.5e-6;
    /** What holds a grid where it is, farads: as its coupling capacitor would, so that a grid that runs away does so in time and not at once. */
    private const GRID_FARADS = 10e-9;
    /** Of its volts that a small reservoir may move in a period of the mains and still be as good as at rest (our choice). */
    private const SLOW_SHARE = 0.05;
    /** Rounds of stepping a period and solving again at the end of a step. */
    private const MOST_ROUNDS = 4;
    /** Share of its mains below which a transformer heats nothing that would emit (our choice; the operating point knows no such heaters). */
    private const HEATED_SHARE = 0.3;

    /**
     * @param list<Store>          $stores
     * @param array<string, float> $seconds    time constant of each cathode, by position
     * @param array<string, int>   $supplyOf   which supply heats each position
     * @param array<string, float> $ratedWatts plate dissipation of the tubes with gas in them, by position
     * @param array<string, true>  $rectifiers positions whose warmth follows the mains
     * @param array<int, true>     $soft       supplies whose reservoirs are too small for the averaged formula where all has come to rest
     */
    private function __construct(private CompiledCircuit $circuit, public array $stores, private array $seconds, private array $supplyOf, private array $ratedWatts, private array $rectifiers, private array $soft)
    {
    }

    public static function of(AsFitted $fitted, TubeCatalogue $tubes, SolveConditions $conditions): self
    {
        $netlist = $fitted->netlist;
        foreach ($netlist->all(Capacitor::class) as $id => $capacitor) {
            $netlist = null === $capacitor->leakOhms && self::holds($capacitor) ? $netlist->with($id, PartExchange::leaking($capacitor, self::NO_LEAK_OHMS)) : $netlist;
        }
        $circuit = Compiler::compile($netlist, $tubes, $conditions, $fitted->factors);
        $seconds = $supplyOf = $watts = [];
        foreach ($netlist->all(Tube::class) as $position => $tube) {
            $type = $tubes->find($tube->type);
            if (null === $type || null === $type->heaterVolts || \in_array($position, $conditions->tubesOut, true)) {
                continue;
            }
            $seconds[$position] = WarmUp::seconds($type);
            $watts += $tube->gas > 0.0 ? [$position => $type->limitsOf($type->section()->name ?? '')->plateWatts ?? 1.0] : [];
        }
        foreach ($netlist->all(Heaters::class) as $heaters) {
            foreach ($circuit->supplies as $s => $supply) {
                $supplyOf += [] === array_filter($supply->heaters, static fn (HeaterLoad $l): bool => $l->id === $heaters->id) ? [] : array_fill_keys($heaters->positions, $s);
            }
        }
        $rectifiers = array_values(array_filter(array_map(static fn (Rectifier $r): ?string => $r->tube, array_values($netlist->all(Rectifier::class))), is_string(...)));

        return new self($circuit, self::stores($circuit, $fitted), $seconds, $supplyOf, $watts, array_fill_keys($rectifiers, true), self::soft($circuit, $conditions));
    }

    /** @return array<int, true> */
    private static function soft(CompiledCircuit $circuit, SolveConditions $conditions): array
    {
        if ($conditions->inletVolts <= 0.0) {
            return [];
        }
        try {
            return SteppedSupplies::among(OperatingPoint::of($circuit, $conditions));
        } catch (DidNotConverge) {
            return [];
        }
    }

    /** Whether a capacitor counts: not as a signal's way, nor in series with a doubler's winding, where the averaged rectifier has it. */
    private static function holds(Capacitor $capacitor): bool
    {
        return $capacitor->plus !== $capacitor->minus && $capacitor->farads >= self::LEAST_FARADS;
    }

    /** @return list<Store> */
    private static function stores(CompiledCircuit $circuit, AsFitted $fitted): array
    {
        $node = $circuit->nodes->number(...);
        $stores = [];
        foreach ($circuit->netlist->elements as $id => $element) {
            [$ends, $choke] = match (true) {
                $element instanceof Capacitor => [self::holds($element) ? [$element->plus, $element->minus] : null, null],
                $element instanceof Inductor => [[$element->a, $element->b], [$element->henries, $element->ohms * $fitted->factors->part($id)]],
                $element instanceof Rectifier && null !== $element->choke => [[$element->chokeInput(), $element->plus], [$element->choke[0], $element->choke[1] * $fitted->factors->part($id.'/choke')]],
                default => [null, null],
            };
            if (null === $ends) {
                continue;
            }
            [$a, $b] = array_map($node, $ends);
            $value = $element instanceof Capacitor ? $element->farads * $fitted->factors->part($id) : $choke[0] ?? 0.0;
            $stores[] = new Store($element instanceof Rectifier ? $id.'/choke' : $id, $a, $b, null !== $choke, $value, max(Compiler::LEAST_OHMS, $choke[1] ?? 0.0), $circuit->pattern->meeting($a, $b, $a, $b));
        }
        $chassis = $circuit->size();
        foreach ($circuit->tubes as $stage) {
            if ($stage->grid !== $stage->cathode && $stage->grid !== $chassis) {
                $stores[] = new Store($stage->id().'/grid', $stage->grid, $chassis, false, self::GRID_FARADS, 0.0, $circuit->pattern->meeting($stage->grid, $chassis, $stage->grid, $chassis));
            }
        }

        return $stores;
    }

    /** Cold, discharged, nothing flows. */
    public function atRest(): Instant
    {
        $held = array_fill_keys(array_map(static fn (Store $s): string => $s->id, $this->stores), 0.0);

        return new Instant(0.0, $held, array_fill_keys(array_keys($this->seconds), 0.0), array_fill_keys(array_keys($this->ratedWatts), 0.0), 0.0, Solution::still($this->circuit, new SolveConditions(0.0), array_fill(0, $this->circuit->size() + 1, 0.0)));
    }

    /**
     * Charged and warm.
     *
     * @throws DidNotConverge
     */
    public function settled(SolveConditions $conditions): Instant
    {
        $rest = $this->atRest();
        $solution = OperatingPoint::of($this->circuit, $conditions);
        $held = [];
        foreach ($this->stores as $store) {
            $volts = $solution->volts[$store->a] - $solution->volts[$store->b];
            $held[$store->id] = $store->isChoke ? $volts / $store->ohms : $volts;
        }
        $at = new Instant(0.0, $held, $rest->warm, $rest->bulbs, $solution->primaryAmperes() ** 2, $solution);
        $warm = [];
        foreach ($rest->warm as $position => $_) {
            $warm[$position] = $this->target($position, $at, $conditions);
        }

        return new Instant(0.0, $held, $warm, $this->bulbs($at, \INF), $at->lampSquare, $solution);
    }

    /**
     * A moment of a circuit that a hand has changed, in this one: what stores and bulbs held they still do; a tube that was put in is cold.
     *
     * @param list<string> $out
     */
    public function carriedOver(Instant $before, array $out): Instant
    {
        $rest = $this->atRest();
        $volts = $rest->solution->volts;
        foreach ($this->circuit->nodes->places() as $place => $node) {
            $volts[$node] = $before->solution->circuit->nodes->has($place) ? $before->solution->at($place) : 0.0;
        }
        $volts[$this->circuit->size()] = 0.0;

        return new Instant(
            $before->seconds,
            [...$rest->held, ...array_intersect_key($before->held, $rest->held)],
            [...$rest->warm, ...array_diff_key(array_intersect_key($before->warm, $rest->warm), array_flip($out))],
            [...$rest->bulbs, ...array_intersect_key($before->bulbs, $rest->bulbs)],
            $before->lampSquare,
            Solution::still($this->circuit, $before->solution->conditions, $volts),
        );
    }

    /** How long until something has warmed or cooled by this share, at the most. */
    public function warmingSeconds(Instant $instant, SolveConditions $conditions, float $share): float
    {
        $least = \INF;
        foreach ($this->seconds as $position => $seconds) {
            $way = abs($this->target($position, $instant, $conditions) - $instant->warm[$position]);
            $least = $way > 1e-3 ? min($least, $share * $seconds / $way) : $least;
        }

        return max(1e-3, $least);
    }

    /**
     * One implicit stage.
     *
     * @param Instant              $from  as warm as it begins
     * @param array<string, float> $held  what the stores hold as it begins
     * @param float                $stage its length as an implicit step, seconds
     * @param float                $lasts by how much time moves on
     *
     * @return Instant|null at its end; null where the circuit found no rest
     */
    public function stage(Instant $from, array $held, float $stage, float $lasts, SolveConditions $conditions): ?Instant
    {
        $linear = $this->circuit->linear;
        $drive = $this->circuit->drive;
        foreach ($this->stores as $store) {
            $siemens = $store->siemens($stage);
            [$aa, $ab, $ba, $bb] = $store->slots;
            $linear[$aa] += $siemens;
            $linear[$bb] += $siemens;
            $linear[$ab] -= $siemens;
            $linear[$ba] -= $siemens;
            $amperes = $store->drive($stage, $held[$store->id]);
            $drive[$store->a] += $amperes;
            $drive[$store->b] -= $amperes;
        }
        $warm = $from->warm;
        foreach ($warm as $position => $share) {
            $warm[$position] = WarmUp::towards($share, $this->target($position, $from, $conditions), $lasts, $this->seconds[$position]);
        }
        $bulbs = $this->bulbs($from, $lasts);
        $lamp = new FilamentMemory($from->lampSquare, 1.0 - exp(-$lasts / WarmUp::LAMP_SECONDS));
        $circuit = $this->circuit->at(array_values($linear), array_values($drive), $this->stages($warm, $bulbs), array_map(fn (MainsSupply $s): MainsSupply => $s->at($this->ports($s, $warm), $this->heaters($s, $warm), $lamp), $this->circuit->supplies));
        $start = new Solution($circuit, $conditions, $from->solution->volts, $linear, array_map(static fn (SupplyState $state, MainsSupply $now): SupplyState => $state->withPorts($now->ports), $from->solution->supplies, [] === $from->solution->supplies ? [] : $circuit->supplies), 0, [], [], $from->solution->excess);
        $rest = static function (SolveConditions $c, ?Solution $near) use ($circuit, $start): Solution {
            $solution = Newton::rest($circuit, $c, Linearisation::near($circuit, $c, $near ?? $start), $near ?? $start);

            // A stage that feeds itself may have nowhere near to rest: then it runs to where it does (gas, a positive loop).
            return [] === $solution->moving ? $solution : Newton::led(($near ?? $start)->under($c));
        };
        try {
            $solution = null === $conditions->limiters->amperes ? $rest($conditions, $start) : HeldCurrent::of($conditions, $start, $rest);
        } catch (DidNotConverge) {
            return null;
        }
        if ($conditions->inletVolts > 0.0 && [] !== $this->soft && $this->isSlow($from, $solution, $lasts)) {
            $resting = $this->circuit->at($this->circuit->linear, $this->circuit->drive, $circuit->tubes, $circuit->supplies);
            for ($round = 0; $round < self::MOST_ROUNDS && [] === $solution->moving; ++$round) {
                [$stepped, $moving] = SteppedSupplies::step($solution->of($resting), $this->soft);
                $solution = $stepped->of($circuit);
                if ([] === $moving) {
                    break;
                }
                $solution = $rest($conditions, $solution);
            }
        }
        if ([] !== $solution->moving) {
            return null;
        }
        $after = [];
        foreach ($this->stores as $store) {
            $after[$store->id] = $store->after($stage, $held[$store->id], $solution->volts[$store->a] - $solution->volts[$store->b]);
        }

        return new Instant($from->seconds + $lasts, $after, $warm, $bulbs, $lamp->amperes($solution->primaryAmperes()) ** 2, $solution);
    }

    /** Whether small reservoirs move so little in a period of the mains that they may be stepped through one as if at rest. */
    private function isSlow(Instant $from, Solution $now, float $lasts): bool
    {
        foreach ($this->soft as $s => $_) {
            foreach ($this->circuit->supplies[$s]->ports as $port) {
                if ($port->farads <= 0.0) {
                    continue; // before an input choke nothing is held that could move
                }
                $volts = abs($now->across($port));
                $before = abs($from->solution->volts[$port->plus] - $from->solution->volts[$port->minus]);
                if (abs($volts - $before) / $lasts >= self::SLOW_SHARE * $this->circuit->supplies[$s]->hertz * $volts) {
                    return false;
                }
            }
        }

        return true;
    }

    /** Where the warmth of a cathode ends under the volts that it has. */
    private function target(string $position, Instant $instant, SolveConditions $conditions): float
    {
        $s = $this->supplyOf[$position] ?? 0;
        $supply = $this->circuit->supplies[$s] ?? null;
        if (null === $supply) {
            return 1.0;
        }
        // Before anything was solved, or switched on just now: as if nothing dropped.
        $core = $conditions->inletVolts <= 0.0 ? 0.0 : (($instant->solution->supplies[$s]->coreVolts ?? 0.0) > 0.0 ? $instant->solution->supplies[$s]->coreVolts : $conditions->inletVolts);
        $share = $core / $supply->ratedVolts;

        return isset($this->rectifiers[$position]) ? $share : ($share > self::HEATED_SHARE ? 1.0 : 0.0);
    }

    /**
     * @param array<string, float> $warm
     * @param array<string, float> $bulbs
     *
     * @return list<\Yew\Core\Circuit\Compile\TubeStage>
     */
    private function stages(array $warm, array $bulbs): array
    {
        $stages = [];
        foreach ($this->circuit->tubes as $stage) {
            $emission = isset($warm[$stage->position]) ? WarmUp::emission($warm[$stage->position]) : 1.0;
            $gas = $stage->gas * (isset($bulbs[$stage->position]) ? WarmUp::gas($bulbs[$stage->position]) : 1.0);
            $stages[] = 1.0 === $emission && $gas === $stage->gas ? $stage : $stage->warmed($emission, $gas, $this->circuit->pattern);
        }

        return $stages;
    }

    /**
     * @param array<string, float> $warm
     *
     * @return list<Port>
     */
    private function ports(MainsSupply $supply, array $warm): array
    {
        return array_map(function (Port $port) use ($warm): Port {
            $rectifier = $this->circuit->netlist->find($port->rectifier);
            $tube = $rectifier instanceof Rectifier ? $rectifier->tube : null;

            return null === $tube || !isset($warm[$tube]) ? $port : $port->warmed(WarmUp::emission($warm[$tube]));
        }, $supply->ports);
    }

    /**
     * @param array<string, float> $warm
     *
     * @return list<HeaterLoad>
     */
    private function heaters(MainsSupply $supply, array $warm): array
    {
        return array_map(function (HeaterLoad $load) use ($warm): HeaterLoad {
            $heaters = $this->circuit->netlist->find($load->id);
            $inrush = array_map(static fn (string $p): float => WarmUp::inrush($warm[$p]), $heaters instanceof Heaters ? array_values(array_intersect($heaters->positions, array_keys($warm))) : []);

            return [] === $inrush ? $load : $load->times(array_sum($inrush) / \count($inrush));
        }, $supply->heaters);
    }

    /** @return array<string, float> */
    private function bulbs(Instant $from, float $seconds): array
    {
        $bulbs = $from->bulbs;
        foreach ($this->circuit->tubes as $i => $_) {
            // As the moment before left it: warm, with the gas that it then had.
            $stage = $from->solution->circuit->tubes[$i] ?? $_;
            if (isset($bulbs[$stage->position])) {
                [$plate, $screen, $grid] = $stage->volts($from->solution->volts);
                $bulbs[$stage->position] = WarmUp::towards($bulbs[$stage->position], $plate * $stage->at($plate, $screen, $grid)[0] / $this->ratedWatts[$stage->position], $seconds, WarmUp::BULB_SECONDS);
            }
        }

        return $bulbs;
    }
}
