<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\CoupledWindings;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Element\Winding;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Place;

/** The output tubes of a circuit, each with what its bias can be measured across, found by following the circuit from its pins. */
final readonly class DrawnOutputs
{
    /** A bypass counts where it passes this tone … times better than the part that it is across (our choice). */
    private const TONE_HERTZ = 1000.0;
    private const HELD_TIMES = 10.0;

    /** @param array<string, DrawnTube> $tubes by position */
    private function __construct(private CircuitAtWork $circuit, private array $tubes)
    {
    }

    /**
     * @param array<string, DrawnTube> $tubes by position
     *
     * @return array<string, DrawnOutput> by position
     */
    public static function of(CircuitAtWork $circuit, array $tubes): array
    {
        $self = new self($circuit, $tubes);
        $outputs = [];
        foreach ($circuit->drawn->blocks as $block) {
            foreach ('output' === $block->kind ? $block->tubes : [] as $position) {
                $output = $self->output($block, $position);
                $outputs = null === $output ? $outputs : [...$outputs, $position => $output];
            }
        }

        return $outputs;
    }

    private function output(ExpandedBlock $block, string $position): ?DrawnOutput
    {
        $netlist = $this->circuit->fitted->netlist;
        $transformer = $netlist->find($block->id);
        $places = $this->places($position);
        if (!$transformer instanceof CoupledWindings || !isset($places['plate'], $places['cathode'], $places['grid'])) {
            return null;
        }
        $half = $this->half($transformer, $places['plate']);
        $sides = array_values(array_unique(array_map(static fn (Winding $w): string => explode('-', substr($w->id, \strlen($block->id) + 1))[0], array_filter($transformer->windings, static fn (Winding $w): bool => $w->id !== $block->id.'/secondary'))));
        if ([] === $half) {
            return null;
        }
        $at = $this->resistorAt($block, $places['cathode']);
        $below = null === $at ? $places['cathode'] : $this->other($at, $places['cathode']);
        $shared = $this->node($below) === $this->node(Netlist::CHASSIS) ? null : $this->resistorAt($block, $below, $at);
        // What hangs at the cathode alone, and what the others hang at as well.
        if (null !== $at && null === $shared && \count($this->sharing($block, $places['cathode'])) > 1) {
            [$at, $shared] = [null, $at];
        }
        $stopper = isset($places['screen']) ? $this->resistorAt($block, $places['screen']) : null;
        $fed = !isset($places['screen']) ? null : (null === $stopper ? $places['screen'] : $this->other($stopper, $places['screen']));
        $screens = match (true) {
            null === $fed, $this->node($fed) === $this->node($places['plate']) => 'plate',
            \count($half) > 1 && \in_array($this->node($fed), $this->ends($half), true) => 'tap',
            default => 'supply',
        };
        $parts = array_values(array_filter([$at, $shared, $stopper], static fn (?Resistor $r): bool => null !== $r));
        $turns = array_map(static fn (Winding $w): float => sqrt($w->henries), $half);
        $iron = array_values(array_filter(DrawnIron::of($this->circuit->sheet), static fn (DrawnTransformer $t): bool => $t->id === $block->id))[0] ?? null;

        $sharing = null === $shared ? [$position] : $this->sharing($block, $this->end($shared));
        $isFixed = $this->tubes[$position]->isFixedBiased ?? false;
        $return = GridReturn::of($this->circuit, $position, $places['grid']);
        $cathodes = array_map(fn (string $p): string => $this->places($p)['cathode'] ?? '', null === $shared ? [] : $sharing);

        return new DrawnOutput(
            $position, $block->id, explode('-', substr($half[0]->id, \strlen($block->id) + 1))[0], $places, $block->supplies[0] ?? '', $at?->id, $shared?->id,
            $sharing, null === $shared ? [] : array_values(array_filter($cathodes, fn (string $c): bool => $this->node($c) === $this->node($this->end($shared)))),
            [...array_column(array_map(static fn (Resistor $r): array => [$r->id, $r->ohms], $parts), 1, 0), ...array_column(array_map(static fn (Winding $w): array => [$w->id, $w->ohms], $half), 1, 0)],
            array_column(array_map(static fn (Resistor $r): array => [$r->id, $r->tolerancePercent], $parts), 1, 0),
            array_values(array_map(static fn (Resistor $r): string => $r->id, array_filter([$at, $shared], fn (?Resistor $r): bool => null !== $r && $this->isHeld($r)))),
            array_map(static fn (Winding $w): string => $w->id, $half), 'tap' === $screens ? $turns[\count($turns) - 1] / array_sum($turns) : 0.0,
            $stopper?->id, $screens, 'supply' === $screens ? $this->railAt($fed) : null, $isFixed, \count($sides) < 2, $iron?->primaryOhms,
            $isFixed ? $return->trims : [], $isFixed ? $return->ohms : [], $return->leak[0] ?? null, $return->leak[1] ?? null,
        );
    }

    /** @return array<string, string> place by electrode */
    private function places(string $position): array
    {
        $places = [];
        foreach (DrawnPaths::electrodes($this->circuit, $position) as $pin => $electrode) {
            $place = Place::ofPin($position, $pin);
            if ($this->circuit->working->circuit->nodes->has($place)) {
                $places[$electrode] ??= $place;
            }
        }

        return $places;
    }

    /** @return list<Winding> from the plate towards its supply */
    private function half(CoupledWindings $transformer, string $plate): array
    {
        $rails = array_map($this->node(...), array_keys($this->circuit->drawn->rails()));
        $half = [];
        $node = $this->node($plate);
        while (null !== $node && !\in_array($node, $rails, true)) {
            $next = array_values(array_filter($transformer->windings, fn (Winding $w): bool => !\in_array($w, $half, true) && \in_array($node, [$this->node($w->start), $this->node($w->end)], true)))[0] ?? null;
            if (null === $next) {
                return [];
            }
            $half[] = $next;
            $node = $this->node($next->start) === $node ? $this->node($next->end) : $this->node($next->start);
        }

        return $half;
    }

    /**
     * @param list<Winding> $windings
     *
     * @return list<int|null>
     */
    private function ends(array $windings): array
    {
        return array_merge(...array_map(fn (Winding $w): array => [$this->node($w->start), $this->node($w->end)], $windings));
    }

    private function resistorAt(ExpandedBlock $block, string $place, ?Resistor $but = null): ?Resistor
    {
        foreach ($block->elements as $drawn) {
            $element = $this->circuit->fitted->netlist->find($drawn->id());
            if ($element instanceof Resistor && $element->id !== $but?->id && \in_array($this->node($place), [$this->node($element->a), $this->node($element->b)], true)) {
                return $element;
            }
        }

        return null;
    }

    /** @return list<string> tubes of a stage whose cathode stands on a node, at once or over what is their own */
    private function sharing(ExpandedBlock $block, string $place): array
    {
        return array_values(array_filter($block->tubes, function (string $position) use ($block, $place): bool {
            $cathode = $this->places($position)['cathode'] ?? null;
            $own = null === $cathode ? null : $this->resistorAt($block, $cathode);

            return null !== $cathode && ($this->node($cathode) === $this->node($place) || (null !== $own && $this->node($this->other($own, $cathode)) === $this->node($place)));
        }));
    }

    /** Whether a capacitor across a part keeps its volts where it is while a tone passes. */
    private function isHeld(Resistor $part): bool
    {
        $ends = [$this->node($part->a), $this->node($part->b)];
        $farads = 0.0;
        foreach ($this->circuit->fitted->netlist->all(Capacitor::class) as $capacitor) {
            $across = [$this->node($capacitor->plus), $this->node($capacitor->minus)];
            $farads += $ends === $across || array_reverse($ends) === $across ? $capacitor->farads : 0.0;
        }

        return $farads * 2.0 * \M_PI * self::TONE_HERTZ * $part->ohms > self::HELD_TIMES;
    }

    /** The rail that a place stands on; the place itself where it stands on none. */
    private function railAt(string $place): string
    {
        foreach ($this->circuit->drawn->rails() as $rail) {
            if ($this->node($rail->id) === $this->node($place)) {
                return $rail->id;
            }
        }

        return $place;
    }

    /** The end of a part that is not the chassis. */
    private function end(Resistor $part): string
    {
        return $this->node($part->a) === $this->node(Netlist::CHASSIS) ? $part->b : $part->a;
    }

    private function other(Resistor $part, string $place): string
    {
        return $this->node($part->a) === $this->node($place) ? $part->b : $part->a;
    }

    private function node(string $place): ?int
    {
        $nodes = $this->circuit->working->circuit->nodes;

        return $nodes->has($place) ? $nodes->number($place) : null;
    }
}
