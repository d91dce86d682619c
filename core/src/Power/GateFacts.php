<?php

declare(strict_types=1);

namespace Yew\Core\Power;

use Yew\Core\Bench\Conditions;
use Yew\Core\Bench\Meters;
use Yew\Core\Bench\MeterSetting;
use Yew\Core\Drawn\DrawnCapacitor;
use Yew\Core\Drawn\DrawnTube;
use Yew\Core\Ramp\PowerChoice;
use Yew\Core\Safety\BrokenStop;
use Yew\Core\Safety\Hazard;
use Yew\Core\Sheet\TubePosition;
use Yew\Core\Station\BenchFacts;
use Yew\Core\Station\Board;
use Yew\Core\Station\Item;

/** Everything that the gates before power are judged by: what the boards of a unit say, what is stated, and what hangs on it. */
final readonly class GateFacts
{
    /**
     * @param array<string, Board>  $boards        by station
     * @param list<Hazard>          $hazards
     * @param bool                  $bleederOn     a clipped one is still said to be on
     * @param list<MeterSetting>    $meters        that hang on the unit
     * @param list<BrokenStop>      $broken        on this job
     * @param PowerChoice           $choice        which way power comes
     * @param float|null            $wiredForVolts mains of the unit’s wiring; null where nobody said
     * @param array<string, string> $said          what is said when power is asked for, by gate: `yes`
     */
    public function __construct(
        public BenchFacts $bench,
        public array $boards,
        public array $hazards,
        public Conditions $conditions,
        public bool $bleederOn,
        public array $meters,
        public Meters $shopMeters,
        public array $broken,
        public PowerChoice $choice,
        public ?float $wiredForVolts,
        private array $said = [],
    ) {
    }

    public function says(string $gate): bool
    {
        return 'yes' === ($this->said[$gate] ?? null);
    }

    /** @return list<Item> of a board, those whose group begins so */
    public function items(string $station, string $group): array
    {
        return array_values(array_filter($this->boards[$station]->items ?? [], static fn (Item $i): bool => str_starts_with($i->group, $group)));
    }

    public function item(string $station, string $part): ?Item
    {
        return ($this->boards[$station] ?? null)?->find($part);
    }

    /** @return list<string>|null output tubes that stand in their sockets, as far as anybody said; null where nobody did */
    public function outputTubesIn(): ?array
    {
        $out = $this->conditions->tubesOut();
        if (null === $out) {
            return null;
        }

        return array_values(array_map(static fn (TubePosition $t): string => $t->position, array_filter($this->bench->sheet->tubes ?? [], static fn (TubePosition $t): bool => $t->output && !\in_array($t->position, $out, true))));
    }

    /** Whether no output tube can conduct: all of them are stated to be out. */
    public function outputTubesAreOut(): bool
    {
        return [] === $this->outputTubesIn() && null !== $this->bench->sheet;
    }

    /** @return array<string, DrawnTube> output tubes whose grids return to a bias supply, by position */
    public function fixedBiased(): array
    {
        return array_filter($this->bench->drawn->tubes, fn (DrawnTube $t): bool => $t->isFixedBiased && ($this->bench->sheet->tubes[$t->position]->output ?? false));
    }

    /** @return list<string> trims of the bias supply */
    public function biasTrims(): array
    {
        return $this->bench->trims();
    }

    /** When a stop rule was broken last; 0 for never. */
    public function brokenAt(): float
    {
        return max([0.0, ...array_map(static fn (BrokenStop $b): float => $b->at, $this->broken)]);
    }

    /** Highest B+ that may come: with no tubes in, at the mains of the place; null where no circuit says. */
    public function peakVolts(): ?float
    {
        $worst = array_filter(array_map(static fn (DrawnCapacitor $c): ?float => $c->worstVolts, $this->bench->drawn->capacitors), static fn (?float $v): bool => null !== $v);

        return [] === $worst ? null : max(array_map(abs(...), $worst));
    }
}
