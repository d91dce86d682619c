<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Lines\ChangeReader;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeType;

/** The tube types that a what-if changes, each judged by itself against the type that is drawn: at its mains, all else as drawn (TUBE-4). */
final readonly class Substitutions
{
    public function __construct(private Sheet $sheet, private DrawnCircuit $circuit, private TubeCatalogue $tubes, private Calibration $calibration)
    {
    }

    /**
     * @param Fields $asked what a what-if takes: changes as typed, or asFitted
     *
     * @return list<Substitution> one for each other type
     *
     * @throws BadData                                when it names what the circuit lacks
     * @throws \Yew\Core\Circuit\Solve\DidNotConverge
     * @throws \Yew\Core\Circuit\BadCircuit
     */
    public function among(Fields $asked): array
    {
        $conditions = new SolveConditions($asked->optionalNumber('inletVolts', 0, 500) ?? $this->sheet->printedMains[0]);
        if ($asked->has('changes')) {
            $asked = Fields::of(['asFitted' => ChangeReader::read($asked->strings('changes', 40), $this->circuit->netlist, $this->tubes)['asFitted'] ?? []]);
        }
        $others = $was = [];
        foreach ($asked->objects('asFitted', 60) as $change) {
            if ('tube' !== $change->string('kind', 12)) {
                continue;
            }
            [$name, $position] = [$change->string('type', 20), $change->string('position', 12)];
            $other = $this->tubes->find($name) ?? throw $change->fault('type', \sprintf('“%s” is not in the tube data', $name));
            $drawn = $this->tubes->find($this->circuit->netlist->tube($position)->type ?? '') ?? throw $change->fault('position', \sprintf('the circuit has no tube “%s”', $position));
            if ($drawn !== $other) {
                // A name of digits alone, such as 6550, would be a number as a key.
                $others['type '.$other->name] = $other;
                $was['type '.$other->name][$position] = $drawn;
            }
        }

        return array_values(array_map(fn (TubeType $other): Substitution => Substitution::of(AsFitted::drawn($this->circuit->netlist, $this->calibration->factors), $was['type '.$other->name] ?? [], $other, $conditions, $this->tubes, array_keys($this->sheet->nodes)), $others));
    }
}
