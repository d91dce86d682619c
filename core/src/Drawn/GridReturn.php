<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Element\Diode;
use Yew\Core\Circuit\Element\Potentiometer;
use Yew\Core\Circuit\Element\Rectifier;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\VoltageSource;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;

/**
 * The way by which a grid returns to its bias supply, followed from the grid over resistors and controls: a step further at a time, to the
 * chassis, to a rectifier or to a control’s wiper at the most, so that the trim of another channel on the same supply is not found.
 * Where a cathode follower drives the grid, the way goes on at the follower’s grid.
 */
final readonly class GridReturn
{
    /**
     * @param list<DrawnTrim>           $trims    nearest first
     * @param array<string, float>      $ohms     of the resistors that set the volts of its supply, by part, one end of each on the way: not of what merely leads to the grid
     * @param bool                      $isBiased a node of a bias supply is on the way
     * @param array{string, float}|null $leak     place at which what leads to the grid ends, and its ohms; null where a follower drives it
     */
    private function __construct(public array $trims, public array $ohms, public bool $isBiased, public ?array $leak)
    {
    }

    public static function of(CircuitAtWork $circuit, string $position, string $grid): self
    {
        $nodes = $circuit->working->circuit->nodes;
        $netlist = $circuit->fitted->netlist;
        $at = static fn (string $place): int => $nodes->has($place) ? $nodes->number($place) : -1;
        $chassis = $at(Netlist::CHASSIS);
        $ends = self::ends($netlist, $at);
        $carrying = self::carrying($circuit, $at, [$chassis => true] + $ends);
        $supplies = array_map($at, $circuit->drawn->biasRails());
        $trims = $found = [];
        $seen = [$at($grid) => true];
        for ($ring = [$at($grid)]; [] !== $ring; $ring = $next) {
            $next = [];
            foreach ($netlist->elements as $element) {
                if ($element instanceof Resistor && !\in_array($at($element->a), [-1, $at($element->b)], true)) {
                    foreach ([[$element->a, $element->b], [$element->b, $element->a]] as [$here, $there]) {
                        if (\in_array($at($here), $ring, true)) {
                            $found += isset($carrying[$element->id]) ? [$element->id => $element->ohms] : [];
                            $next[] = $at($there);
                        }
                    }
                }
                if ($element instanceof Potentiometer && !isset($trims[$element->id]) && [] !== array_intersect([$at($element->top), $at($element->wiper), $at($element->bottom)], $ring)) {
                    $isByWiper = \in_array($at($element->wiper), $ring, true);
                    $isJoined = \in_array($at($element->wiper), [$chassis, $at($element->top), $at($element->bottom)], true);
                    $trims[$element->id] = [$element, !$isByWiper && !$isJoined];
                    // A wiper of its own is where the volts are set; what lies beyond is everybody’s.
                    $next = [...$next, ...($isByWiper && !$isJoined ? [] : ($isJoined ? [$at($element->top), $at($element->bottom)] : [$at($element->wiper)]))];
                }
                if ($element instanceof Tube && $element->position !== $position) {
                    $followers = array_filter(self::electrodes($circuit, $element, $at), static fn (array $e): bool => \in_array($e['cathode'] ?? -1, $ring, true));
                    array_push($next, ...array_map(static fn (array $e): int => $e['grid'] ?? -1, array_values($followers)));
                }
            }
            $next = array_values(array_filter(array_unique($next), static fn (int $n): bool => !isset($seen[$n]) && -1 !== $n && $chassis !== $n && !isset($ends[$n])));
            $seen += array_fill_keys($next, true);
        }

        return new self(array_values(array_map(static fn (array $t): DrawnTrim => self::trim($t[0], $t[1], $netlist, $at, $carrying), $trims)), $found, [] !== array_intersect($supplies, array_keys($seen)), self::leak($netlist, $at, $grid, $carrying, [$chassis => true] + $ends));
    }

    /**
     * Where what leads to a grid and carries no current ends: at the supply, a trim, the chassis.
     *
     * @param \Closure(string): int   $at
     * @param array<string, Resistor> $carrying
     * @param array<int, true>        $supplied
     *
     * @return array{string, float}|null
     */
    private static function leak(Netlist $netlist, \Closure $at, string $grid, array $carrying, array $supplied): ?array
    {
        foreach ($carrying as $resistor) {
            $supplied += [$at($resistor->a) => true, $at($resistor->b) => true];
        }
        foreach ($netlist->all(Potentiometer::class) as $trim) {
            $supplied += [$at($trim->top) => true, $at($trim->wiper) => true, $at($trim->bottom) => true];
        }
        $ways = [$at($grid) => 0.0];
        for ($ring = $ways; [] !== $ring; $ring = $next) {
            $next = [];
            foreach ($netlist->all(Resistor::class) as $resistor) {
                foreach ([[$resistor->a, $resistor->b], [$resistor->b, $resistor->a]] as [$here, $there]) {
                    if (!isset($ring[$at($here)]) || isset($ways[$at($there)])) {
                        continue;
                    }
                    $next[$at($there)] = $ring[$at($here)] + $resistor->ohms;
                    if (isset($supplied[$at($there)])) {
                        return [$at($there) === $at(Netlist::CHASSIS) ? Netlist::CHASSIS : $there, $next[$at($there)]];
                    }
                }
            }
            $ways += $next;
        }

        return null;
    }

    /**
     * @param \Closure(string): int   $at
     * @param array<string, Resistor> $carrying
     */
    private static function trim(Potentiometer $trim, bool $isBalance, Netlist $netlist, \Closure $at, array $carrying): DrawnTrim
    {
        $ends = array_diff([$at($trim->top), $at($trim->bottom)], [$at(Netlist::CHASSIS)]);
        $beside = array_filter($carrying, static fn (Resistor $r): bool => [] !== array_intersect($ends, [$at($r->a), $at($r->b)]) && !\in_array($at($trim->wiper), array_diff([$at($r->a), $at($r->b)], $ends), true));

        return new DrawnTrim($trim->id, $trim->top, $trim->wiper, $trim->bottom, $trim->ohms, $isBalance, $isBalance ? [] : array_map(static fn (Resistor $r): float => $r->ohms, $beside));
    }

    /**
     * Where a supply comes in: nothing is followed through it.
     *
     * @param \Closure(string): int $at
     *
     * @return array<int, true>
     */
    private static function ends(Netlist $netlist, \Closure $at): array
    {
        $ends = [];
        foreach ($netlist->elements as $element) {
            $places = match (true) {
                $element instanceof Rectifier => [$element->plus, $element->minus],
                $element instanceof Diode => [$element->anode, $element->cathode],
                $element instanceof VoltageSource => [$element->plus, $element->minus],
                default => [],
            };
            $ends += array_fill_keys(array_map($at, $places), true);
        }

        return $ends;
    }

    /**
     * Resistors through which current can flow from one supply to another or to the chassis: what ends at a grid carries none.
     *
     * @param \Closure(string): int $at
     * @param array<int, true>      $supplied
     *
     * @return array<string, Resistor>
     */
    private static function carrying(CircuitAtWork $circuit, \Closure $at, array $supplied): array
    {
        $ways = [];
        foreach ($circuit->fitted->netlist->elements as $element) {
            if ($element instanceof Resistor) {
                $ways[] = [$at($element->a), $at($element->b), $element];
            } elseif ($element instanceof Potentiometer) {
                array_push($ways, [$at($element->top), $at($element->wiper), null], [$at($element->wiper), $at($element->bottom), null]);
            } elseif ($element instanceof Tube) {
                // It draws through all of it but its control grid.
                foreach (self::electrodes($circuit, $element, $at) as $electrodes) {
                    $supplied += array_fill_keys(array_values(array_diff_key($electrodes, ['grid' => true])), true);
                }
            }
        }
        do {
            $before = \count($ways);
            $joined = array_count_values(array_merge(...array_map(static fn (array $w): array => [$w[0], $w[1]], $ways)));
            $ways = array_values(array_filter($ways, static fn (array $w): bool => (isset($supplied[$w[0]]) || $joined[$w[0]] > 1) && (isset($supplied[$w[1]]) || $joined[$w[1]] > 1)));
        } while (\count($ways) < $before && [] !== $ways);

        return array_column(array_filter(array_map(static fn (array $w): ?array => null === $w[2] ? null : [$w[2]->id, $w[2]], $ways)), 1, 0);
    }

    /**
     * Where the electrodes of a tube stand.
     *
     * @param \Closure(string): int $at
     *
     * @return list<array<string, int>> node by electrode, of each section
     */
    private static function electrodes(CircuitAtWork $circuit, Tube $tube, \Closure $at): array
    {
        $sections = [];
        foreach ($circuit->tubes->find($tube->type)->sections ?? [] as $section) {
            $electrodes = [];
            foreach ($section->pins as $electrode => $pin) {
                $electrodes[$electrode] = $at($tube->place($section->name, $electrode, $pin));
            }
            $sections[] = $electrodes;
        }

        return $sections;
    }
}
