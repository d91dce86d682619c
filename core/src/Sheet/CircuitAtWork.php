<?php

declare(strict_types=1);

namespace Yew\Core\Sheet;

use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\Analysis\NoTubes;
use Yew\Core\Circuit\Analysis\Stresses;
use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Element\Tube;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\Solve\Solution;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Tube\TubeCatalogue;

/** A unit's circuit solved once each way that the cold bench asks: at its mains, without tubes and mains high, and cold. */
final readonly class CircuitAtWork
{
    private function __construct(
        public Sheet $sheet,
        public DrawnCircuit $drawn,
        public AsFitted $fitted,
        public TubeCatalogue $tubes,
        public Solution $working,
        public ?Solution $worst,
        public ColdResistance $cold,
        public Stresses $stresses,
    ) {
    }

    /**
     * @param AsFitted $fitted     the circuit as it stands in the unit, with its calibration
     * @param float    $mainsRatio of the mains at the place over the unit's printed mains
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public static function of(Sheet $sheet, DrawnCircuit $drawn, AsFitted $fitted, TubeCatalogue $tubes, float $mainsRatio = 1.0): self
    {
        $conditions = new SolveConditions($mainsRatio * $sheet->printedMains[0]);
        $working = $fitted->solved($conditions, $tubes);

        return new self($sheet, $drawn, $fitted, $tubes, $working, NoTubes::of($working, $tubes, NoTubes::HIGH_MAINS_TIMES), ColdResistance::of($fitted->netlist, $tubes, $fitted->factors), Stresses::of($working, $tubes));
    }

    /** The block that a part was drawn in; null for a loose one. */
    public function blockOf(string $id): ?ExpandedBlock
    {
        foreach ($this->drawn->blocks as $block) {
            foreach ($block->elements as $element) {
                if ($element->id() === $id) {
                    return $block;
                }
            }
        }

        return null;
    }

    /** The electrode at a pin: `plate`, `screen`, `grid`, `cathode`, `heater`; null where the type has none there. */
    public function electrode(string $position, int $pin): ?string
    {
        $element = $this->fitted->netlist->find($position);
        $electrode = $element instanceof Tube ? $this->tubes->find($element->type)?->pins[$pin] ?? null : null;

        return 'none' === $electrode ? null : $electrode;
    }

    /**
     * Pins of the circuit's tubes that stand on the same node as a place.
     *
     * @return list<SocketPin> each with its electrode
     */
    public function pinsAt(string $place): array
    {
        $nodes = $this->working->circuit->nodes;
        if (!$nodes->has($place)) {
            return [];
        }
        $pins = [];
        foreach ($nodes->places() as $name => $node) {
            $pin = $node === $nodes->number($place) ? Place::pin($name) : null;
            $electrode = null === $pin ? null : $this->electrode($pin->tube, $pin->pin);
            if (null !== $pin && null !== $electrode) {
                $pins[] = new SocketPin($pin->tube, $pin->pin, (string) preg_replace('/\s*\d+$/', '', $electrode));
            }
        }

        return $pins;
    }
}
