<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Compile\Compiler;
use Yew\Core\Circuit\Factors;
use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Tube\TubeCatalogue;

/** Everything that was changed on one unit, in order; carried from job to job (contract §1). */
final readonly class FittedChanges
{
    /** @param list<FittedChange> $all oldest first */
    public function __construct(public array $all = [])
    {
    }

    public function with(FittedChange ...$more): self
    {
        return new self([...$this->all, ...array_values($more)]);
    }

    /** As the unit stood when the first `$count` changes had been recorded: what was found later, and was not made since, counts too. */
    public function when(int $count): self
    {
        $held = \array_slice($this->all, 0, $count);
        $madeSince = [];
        foreach (\array_slice($this->all, $count) as $change) {
            if (!$change->found) {
                $madeSince += array_fill_keys($change->swapped() ?? [$change->target()], true);
            } elseif (!isset($madeSince[$change->target()])) {
                $held[] = $change;
            }
        }

        return new self($held);
    }

    /** Whether the unit was changed after the first `$count` changes: what was read before is then of another amplifier. */
    public function changedSince(int $count): bool
    {
        return [] !== $this->madeSince($count);
    }

    /** @return list<FittedChange> what was made in the unit after the first `$count` changes, and was not only found */
    public function madeSince(int $count): array
    {
        return array_values(array_filter(\array_slice($this->all, $count), static fn (FittedChange $c): bool => !$c->found));
    }

    /** Whether something was made in the unit between two counts of changes. */
    public function changedBetween(int $earlier, int $later): bool
    {
        return [] !== array_filter(\array_slice($this->all, $earlier, max(0, $later - $earlier)), static fn (FittedChange $c): bool => !$c->found);
    }

    /** The last figure that still holds of a part: the ohms it was fitted or found with, or how a control stands; null where it is as drawn. */
    public function figure(string $part, string $kind, string $field): ?float
    {
        $figure = null;
        foreach ($this->differences() as $change) {
            $said = $kind === $change->kind() && $change->target() === $part ? $change->change[$field] ?? null : null;
            $figure = is_numeric($said) ? (float) $said : $figure;
        }

        return $figure;
    }

    /** @return list<FittedChange> those that still say how the unit differs from its drawing */
    public function differences(): array
    {
        $held = [];
        foreach ($this->all as $change) {
            if ('swap' === $change->kind()) {
                $held = self::swapped($held, $change);
                continue;
            }
            $held = array_filter($held, static fn (FittedChange $earlier): bool => !$change->supersedes($earlier));
            if (!\in_array($change->kind(), ['drawn', 'renewed', 'words'], true)) {
                $held[] = $change;
            }
        }

        return array_values($held);
    }

    /**
     * What stands in each socket after all changes.
     *
     * @param array<string, string> $drawn types by position
     *
     * @return array<string, FittedTube> by position; those that nobody drew come last
     */
    public function tubes(array $drawn): array
    {
        $standing = array_map(static fn (string $type): FittedTube => new FittedTube($type, 'drawn'), $drawn);
        foreach ($this->all as $change) {
            $at = $change->target();
            if (null !== ($pair = $change->swapped())) {
                [$standing[$pair[0]], $standing[$pair[1]]] = [$standing[$pair[1]] ?? new FittedTube($change->typeBefore($pair[1]), 'drawn'), $standing[$pair[0]] ?? new FittedTube($change->typeBefore($pair[0]), 'drawn')];
            } elseif ('tube' === $change->kind()) {
                [$type, $label] = [$change->change['type'] ?? null, $change->change['tubeId'] ?? null];
                $standing[$at] = new FittedTube(\is_string($type) ? $type : null, $change->found ? 'found' : 'fitted', \is_string($label) ? $label : null);
            } elseif (isset($standing[$at]) && ('drawn' === $change->kind() || $change->renews($at, false))) {
                // A new one of which nobody said the type: it is taken for the drawn one until its glass is read.
                $standing[$at] = new FittedTube($drawn[$at] ?? $standing[$at]->type, 'drawn');
            }
        }

        return $standing;
    }

    /**
     * Differences after two tubes changed places: what was said of each goes with it.
     *
     * @param array<int, FittedChange> $held
     *
     * @return list<FittedChange>
     */
    private static function swapped(array $held, FittedChange $swap): array
    {
        $pair = $swap->swapped() ?? throw new \LogicException('a swap has two positions');
        $other = [$pair[0] => $pair[1], $pair[1] => $pair[0]];
        $moved = array_values(array_map(static fn (FittedChange $c): FittedChange => $c->isOfTube() && isset($other[explode('/', $c->target())[0]]) ? $c->at($other[explode('/', $c->target())[0]]) : $c, $held));
        $types = [];
        foreach ($other as $from => $to) {
            $said = [] !== array_filter($moved, static fn (FittedChange $c): bool => 'tube' === $c->kind() && $c->target() === $to);
            if (!$said && null !== $swap->typeBefore($from) && $swap->typeBefore($from) !== $swap->typeBefore($to)) {
                $types[] = FittedChange::fromFields(Fields::of(['text' => $swap->text, 'change' => ['kind' => 'tube', 'position' => $to, 'type' => $swap->typeBefore($from)]]));
            }
        }

        return [...$types, ...$moved];
    }

    /** The circuit with the differences in it; one that the circuit has no place for, as after another sheet was chosen, is passed over. */
    public function on(Netlist $netlist, Factors $factors, TubeCatalogue $tubes): AsFitted
    {
        $fitted = AsFitted::drawn($netlist, $factors);
        foreach ($this->differences() as $change) {
            try {
                $fitted = AsFitted::of($fitted->netlist, $fitted->factors, [Fields::of($change->change)], $tubes);
            } catch (BadData) {
                continue;
            }
        }

        return $fitted;
    }

    /** @return list<FittedChange> differences that this circuit has no place for */
    public function foreignTo(Netlist $netlist, TubeCatalogue $tubes): array
    {
        return array_values(array_filter($this->differences(), static function (FittedChange $change) use ($netlist, $tubes): bool {
            try {
                AsFitted::of($netlist, new Factors(), [Fields::of($change->change)], $tubes);
            } catch (BadData) {
                return true;
            }

            return false;
        }));
    }

    /** The sheet with the resistances and capacitances that are fitted now, for currents and for stored charge. */
    public function onSheet(Sheet $sheet): Sheet
    {
        [$parts, $capacitors] = [$sheet->parts, $sheet->capacitors];
        foreach ($this->differences() as $change) {
            [$kind, $id] = [$change->kind(), $change->target()];
            $ohms = 'short' === $kind ? Compiler::LEAST_OHMS : $change->change['ohms'] ?? null;
            $farads = $change->change['farads'] ?? null;
            $parts = self::each($parts, static fn (Part $p): ?Part => match (true) {
                $p->id !== $id => $p,
                'open' === $kind => null,
                is_numeric($ohms) => new Part($p->id, $p->kind, max(Compiler::LEAST_OHMS, (float) $ohms), $p->from, $p->to, $p->tolerancePercent, $p->watts),
                default => $p,
            });
            $capacitors = self::each($capacitors, static fn (Capacitor $c): ?Capacitor => match (true) {
                $c->id !== $id => $c,
                'open' === $kind => null,
                is_numeric($farads) => new Capacitor($c->id, $c->node, (float) $farads, $c->ratedVolts),
                default => $c,
            });
        }

        return $sheet->withParts($parts, $capacitors);
    }

    /**
     * @template T
     *
     * @param list<T>               $things
     * @param \Closure(T): (T|null) $change
     *
     * @return list<T>
     */
    private static function each(array $things, \Closure $change): array
    {
        return array_values(array_filter(array_map($change, $things), static fn (mixed $thing): bool => null !== $thing));
    }
}
