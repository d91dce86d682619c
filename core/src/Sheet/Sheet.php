<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Bench\Bleeder;
use Yew\Core\Bench\DischargeNetwork;
use Yew\Core\Bench\MeterFunction;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Tube\TubeCatalogue;

/** The circuit's values as drawn, one immutable version of a sheet; with the whole circuit where it was drawn. */
final readonly class Sheet
{
    /** Trust of a sheet that is only of a similar circuit. */
    public const SIMILAR = 'similar-model';
    /** What every amplifier has, drawn or not. */
    private const ALWAYS = ['mains', 'heaters', 'transformers', 'wiring', 'solder-side', 'pots-and-jacks', 'speaker', 'cabinet'];

    /**
     * @param array<string, TubePosition> $tubes         by position
     * @param array<string, SupplyNode>   $nodes         by id, in the order the current flows
     * @param list<Part>                  $parts
     * @param list<Capacitor>             $capacitors
     * @param list<Island>                $islands
     * @param list<TestPoint>             $points        in probing order
     * @param list<Fuse>                  $fuses
     * @param array<string, Window>       $windows       sheet-wide windows by point kind
     * @param list<float>                 $printedMains  mains volts that give the printed values, one per way the primary can be wired
     * @param float|null                  $mainsHertz    that it is made for; null where the sheet does not say
     * @param list<string>                $standbyBreaks nodes without supply in standby
     */
    public function __construct(
        public string $name,
        public string $trust,
        public string $sourceTitle,
        public array $printedMains,
        public ?float $mainsHertz,
        public ?float $printedOhmsPerVolt,
        /** @var list<float> */
        public array $printedRangesVolts,
        public ?float $printedInputOhms,
        public ?float $printedTolerancePercent,
        public array $windows,
        public array $tubes,
        public string $rectifier,
        public string $standby,
        public array $standbyBreaks,
        public array $nodes,
        public array $parts,
        public array $capacitors,
        public array $islands,
        public array $points,
        public array $fuses,
        public ?DrawnCircuit $circuit = null,
    ) {
    }

    /**
     * @param list<Part>      $parts
     * @param list<Capacitor> $capacitors
     */
    public function withParts(array $parts, array $capacitors): self
    {
        return new self(
            $this->name, $this->trust, $this->sourceTitle, $this->printedMains, $this->mainsHertz, $this->printedOhmsPerVolt, $this->printedRangesVolts, $this->printedInputOhms, $this->printedTolerancePercent,
            $this->windows, $this->tubes, $this->rectifier, $this->standby, $this->standbyBreaks, $this->nodes, $parts, $capacitors, $this->islands, $this->points, $this->fuses, $this->circuit,
        );
    }

    /**
     * Printed mains for a unit wired for these volts: the nearest of the ways the primary can be wired.
     *
     * @param float|null $wiredFor the unit's mains volts, null when not known
     */
    public function printedMainsFor(?float $wiredFor): float
    {
        $best = $this->printedMains[0];
        foreach ($this->printedMains as $volts) {
            if (null !== $wiredFor && abs(log($volts / $wiredFor)) < abs(log($best / $wiredFor))) {
                $best = $volts;
            }
        }

        return $best;
    }

    public function point(string $place, MeterFunction $function): ?TestPoint
    {
        foreach ($this->points as $point) {
            if ($point->place === $place && $point->function === $function) {
                return $point;
            }
        }

        return null;
    }

    /**
     * The place that should read the same as a point, whichever of the two it is written on; else the same pin of a tube drawn alike (JUDGE-6).
     *
     * @return string|null null where the sheet gives none
     */
    public function sisterOf(TestPoint $point): ?string
    {
        if (null !== $point->sister) {
            return $point->sister;
        }
        foreach ($this->points as $other) {
            if ($other->sister === $point->place && $other->function === $point->function) {
                return $other->place;
            }
        }
        $pin = Place::pin($point->place);
        $alike = null === $pin ? null : $this->tubeLike($pin->tube);
        $place = null === $pin || null === $alike ? null : Place::ofPin($alike, $pin->pin);

        return null === $place ? null : $this->point($place, $point->function)?->place;
    }

    /** The position of a tube that is drawn like another one: its sister in a pair, or on the other channel. */
    private function tubeLike(string $position): ?string
    {
        $said = $this->tubes[$position]->sisterOf ?? null;
        foreach ($this->tubes as $other) {
            $said ??= $other->sisterOf === $position ? $other->position : null;
        }

        return $said;
    }

    /** Input resistance of the meter behind a print: ohms per volt times the range stated, or the smallest that shows it; null when not known. */
    public function printedMeterOhms(TestPoint $point): ?float
    {
        if (null === $this->printedOhmsPerVolt) {
            return $this->printedInputOhms;
        }
        $range = $point->printedRangeVolts;
        foreach ($this->printedRangesVolts as $volts) {
            if (null === $range && $volts >= abs($point->printedVolts ?? 0.0)) {
                $range = $volts;
            }
        }

        return null === $range ? null : $this->printedOhmsPerVolt * $range;
    }

    /** @return list<string> */
    public function islandIds(): array
    {
        return array_map(static fn (Island $i): string => $i->id, $this->islands);
    }

    public function island(string $id): ?Island
    {
        foreach ($this->islands as $island) {
            if ($island->id === $id) {
                return $island;
            }
        }

        return null;
    }

    /** Whether the sheet has something of that name: a tube, a part, a can or one of its sections, a fuse, a transformer of its circuit. */
    public function names(string $part): bool
    {
        $whole = static fn (string $id): string => explode('/', $id)[0];
        $listed = [...array_keys($this->tubes), ...array_map(static fn (Part $p): string => $p->id, $this->parts), ...array_map(static fn (Capacitor $c): string => $c->id, $this->capacitors), ...array_map(static fn (Fuse $f): string => $f->id, $this->fuses)];

        return \in_array($part, self::ALWAYS, true) || \in_array($part, $listed, true) || \in_array($part, array_map($whole, $listed), true)
            || (null !== $this->circuit && (null !== $this->circuit->netlist->find($part) || $this->circuit->netlist->holdsUnder($part)));
    }

    /** Whether a reading's place is one of this sheet's: a point, a node, a pin of a socket, something of a part. */
    public function hasPlace(string $place, TubeCatalogue $tubes): bool
    {
        if (\in_array($place, array_map(static fn (TestPoint $p): string => $p->place, $this->points), true) || (null === Place::pin($place) && $this->names($place))) {
            return true;
        }
        $check = new PlaceCheck($tubes, $this->tubes, $this->nodes, null === $this->circuit ? null : new CircuitDerivation($this->circuit));

        return $check->has($place) && (!str_contains($place, '/') || $this->names($place));
    }

    /** The island that holds a node; null where none does. */
    public function islandAt(string $node): ?Island
    {
        foreach ($this->islands as $island) {
            if (\in_array($node, $island->nodes, true)) {
                return $island;
            }
        }

        return null;
    }

    /** Lowest voltage rating of the capacitors on a node, volts; null where none is known. */
    public function ratingAt(string $node): ?float
    {
        $ratings = array_map(static fn (Capacitor $c): ?float => $c->ratedVolts, array_values(array_filter($this->capacitors, static fn (Capacitor $c): bool => $c->node === $node)));
        $known = array_filter($ratings, static fn (?float $v): bool => null !== $v);

        return [] === $known ? null : min($known);
    }

    /**
     * What bleeds an island's charge: its capacitors, and every resistor that touches it and leads to chassis or along it.
     */
    public function dischargeNetwork(Island $island, ?Bleeder $bleeder): DischargeNetwork
    {
        $farads = [];
        foreach ($this->capacitors as $capacitor) {
            if (\in_array($capacitor->node, $island->nodes, true)) {
                $farads[$capacitor->node] = ($farads[$capacitor->node] ?? 0.0) + $capacitor->farads;
            }
        }
        $inside = [...$island->nodes, DischargeNetwork::CHASSIS];
        $resistors = [];
        foreach ($this->parts as $part) {
            if (\in_array($part->from, $inside, true) && \in_array($part->to, $inside, true)) {
                $resistors[] = ['a' => $part->from, 'b' => $part->to, 'ohms' => $part->ohms];
            }
        }
        if (null !== $bleeder && \in_array($bleeder->node, $island->nodes, true)) {
            $resistors[] = ['a' => $bleeder->node, 'b' => DischargeNetwork::CHASSIS, 'ohms' => $bleeder->ohms];
        }

        return new DischargeNetwork($farads, $resistors);
    }
}
