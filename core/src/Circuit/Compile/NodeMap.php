<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

use Yew\Core\Circuit\Element\Heaters;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Element\Wire;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;

/** Numbers the nodes of a netlist: places joined by a wire are one; the chassis has the number after the last. */
final readonly class NodeMap
{
    /**
     * @param array<string, int> $numbers by place
     * @param list<string>       $names   one place of each node
     */
    private function __construct(private array $numbers, public array $names)
    {
    }

    /** With every pin that a tube uses, wired or not. */
    public static function withPins(Netlist $netlist, TubeCatalogue $tubes): self
    {
        $pins = [];
        foreach ($netlist->all(Tube::class) as $tube) {
            foreach ($tubes->find($tube->type)->sections ?? [] as $section) {
                foreach ($section->pins as $electrode => $pin) {
                    $pins[] = $tube->place($section->name, $electrode, $pin);
                }
            }
        }

        return self::of($netlist, $pins, self::heaterPins($netlist, $tubes));
    }

    /**
     * Pins of heaters, which for direct current stand where their winding is referred to.
     *
     * @return list<array{string, string}> pin and place
     */
    private static function heaterPins(Netlist $netlist, TubeCatalogue $tubes): array
    {
        $joined = [];
        foreach ($netlist->all(Heaters::class) as $heaters) {
            foreach (null === $heaters->reference ? [] : $heaters->positions as $position) {
                $type = $tubes->find($netlist->tube($position)->type ?? '');
                $electrodes = array_merge(...array_map(static fn (TubeSection $s): array => array_values($s->pins), array_values($type->sections ?? [])));
                foreach (array_diff($type->heaterPins ?? [], $electrodes) as $pin) {
                    $joined[] = [$position.'.'.$pin, (string) $heaters->reference];
                }
            }
        }

        return $joined;
    }

    /**
     * @param list<string>                $further places that no element of the netlist names: pins without a wire
     * @param list<array{string, string}> $joined  pairs of places that are one besides
     */
    public static function of(Netlist $netlist, array $further = [], array $joined = []): self
    {
        $parent = [Netlist::CHASSIS => Netlist::CHASSIS];
        $find = static function (string $place) use (&$parent): string {
            $parent[$place] ??= $place;
            while ($parent[$place] !== $place) {
                $parent[$place] = $parent[$parent[$place]];
                $place = $parent[$place];
            }

            return $place;
        };
        foreach ($netlist->elements as $element) {
            foreach ($element->places() as $place) {
                $find($place);
            }
            if ($element instanceof Wire) {
                $joined[] = [$element->a, $element->b];
            }
        }
        foreach ($joined as [$a, $b]) {
            [$a, $b] = [$find($a), $find($b)];
            if (Netlist::CHASSIS === $a) {
                $parent[$b] = $a;
            } else {
                $parent[$a] = $b;
            }
        }
        foreach ($further as $place) {
            $find($place);
        }
        $numbers = $names = $byRoot = [];
        $chassis = $find(Netlist::CHASSIS);
        foreach (array_map(strval(...), array_keys($parent)) as $place) { // a place of figures alone is an integer as a key
            $root = $find($place);
            if ($root === $chassis) {
                continue;
            }
            if (!isset($byRoot[$root])) {
                $byRoot[$root] = \count($names);
                $names[] = $place;
            }
            $numbers[$place] = $byRoot[$root];
        }
        foreach (array_keys($parent) as $place) {
            $numbers[$place] ??= \count($names);
        }

        return new self($numbers, $names);
    }

    public function has(string $place): bool
    {
        return isset($this->numbers[$place]);
    }

    /** @throws \LogicException for a place that the netlist lacks */
    public function number(string $place): int
    {
        return $this->numbers[$place] ?? throw new \LogicException('no node '.$place);
    }

    public function size(): int
    {
        return \count($this->names);
    }

    /** @return array<string, int> number by place */
    public function places(): array
    {
        return $this->numbers;
    }
}
