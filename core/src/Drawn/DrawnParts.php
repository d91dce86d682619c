<?php

declare(strict_types=1);

namespace Yew\Core\Drawn;

use Yew\Core\Circuit\Analysis\Ripple;
use Yew\Core\Circuit\Element\MainsTransformer;
use Yew\Core\Circuit\Solve\SupplyState;
use Yew\Core\Sheet\CircuitAtWork;
use Yew\Core\Sheet\Sheet;

/**
 * What the cold stations need of a sheet, worked out once: every part with what it does and must stand, every path with its ohms.
 *
 * Of a circuit it holds what was solved; of a sheet without one, the lists that were typed. Plain values, so that it can be kept.
 */
final readonly class DrawnParts
{
    /**
     * @param list<DrawnCapacitor>              $capacitors
     * @param list<DrawnResistor>               $resistors
     * @param list<DrawnTransformer>            $iron
     * @param array<string, list<DrawnPath>>    $paths             by tube position
     * @param array<string, list<DrawnPinPair>> $pinPairs          by tube position
     * @param array<string, DrawnRail>          $rails             by id, in the order of the supply
     * @param array<string, float>              $supplyVolts       at every rail, and at what feeds each transformer, by place
     * @param float|null                        $primaryAmperes    RMS from the mains, at work; null without a circuit or a transformer
     * @param bool                              $isTransformerless fed from the mains without one
     * @param array<string, DrawnTube>          $tubes             by position
     * @param array<string, list<DrawnLead>>    $leads             how a new part is read back, by part
     * @param list<DrawnLoop>                   $loops             feedback from the secondary of an output transformer
     * @param array<string, DrawnOutput>        $outputs           output tubes, by position
     */
    private function __construct(
        public bool $hasCircuit,
        public array $capacitors,
        public array $resistors,
        public array $iron,
        public array $paths,
        public array $pinPairs,
        public array $rails,
        public array $supplyVolts,
        public ?float $primaryAmperes,
        public bool $isTransformerless,
        public array $tubes = [],
        public array $leads = [],
        public array $loops = [],
        public array $outputs = [],
    ) {
    }

    public static function of(CircuitAtWork $circuit): self
    {
        $paths = $pairs = $rails = [];
        foreach (array_keys($circuit->sheet->tubes) as $position) {
            $paths[$position] = DrawnPaths::through($circuit, $position);
            $pairs[$position] = DrawnPaths::forbidden($circuit, $position);
        }
        $ripple = Ripple::of($circuit->working)['rms'];
        foreach ($circuit->drawn->rails() as $rail) {
            $rails[$rail->id] = new DrawnRail($rail->id, $rail->name, $circuit->working->at($rail->id), $ripple[$circuit->working->circuit->nodes->number($rail->id)]);
        }
        $iron = DrawnIron::of($circuit->sheet);
        $volts = array_map(static fn (DrawnRail $r): float => $r->volts, $rails);
        foreach ($iron as $transformer) {
            if (null !== $transformer->supply) {
                $volts[$transformer->supply] ??= $circuit->working->at($transformer->supply);
            }
        }
        $amperes = array_sum(array_map(static fn (SupplyState $s): float => $s->primaryAmperes, $circuit->working->supplies));

        $tubes = DrawnTubes::of($circuit);

        return new self(
            true, DrawnCapacitors::of($circuit), DrawnResistors::of($circuit), $iron, $paths, $pairs, $rails, $volts,
            $amperes > 0.0 ? $amperes : null, [] === $circuit->fitted->netlist->all(MainsTransformer::class), $tubes, DrawnLeads::of($circuit), DrawnLoops::of($circuit, $tubes), DrawnOutputs::of($circuit, $tubes),
        );
    }

    /** Of a sheet whose circuit is not drawn, or cannot be solved; without a sheet, the iron that every amplifier has. */
    public static function listed(?Sheet $sheet): self
    {
        return new self(false, null === $sheet ? [] : DrawnCapacitors::ofList($sheet), null === $sheet ? [] : DrawnResistors::ofList($sheet), DrawnIron::of($sheet), [], [], [], [], null, false);
    }

    /** @return list<string> electrolytics, one entry per can */
    public function cans(): array
    {
        $electrolytics = array_filter($this->capacitors, static fn (DrawnCapacitor $c): bool => CapacitorKind::Electrolytic === $c->kind());

        return array_values(array_unique(array_map(static fn (DrawnCapacitor $c): string => $c->can(), $electrolytics)));
    }
}
