<?php

declare(strict_types=1);

namespace Yew\Core\Substitution;

use Yew\Core\Circuit\AsFitted;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Circuit\Calibration\Calibration;
use Yew\Core\Circuit\DrawnCircuit;
use Yew\Core\Circuit\Lines\ChangeReader;
use Yew\Core\Circuit\Solve\DidNotConverge;
use Yew\Core\Circuit\SolveConditions;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Reading\Verdict;
use Yew\Core\Sheet\FittedChanges;
use Yew\Core\Sheet\Sheet;
use Yew\Core\Test\Reason;
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
     * @throws BadData        when it names what the circuit lacks
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    public function among(Fields $asked): array
    {
        $conditions = new SolveConditions($asked->optionalNumber('inletVolts', 0, 500) ?? $this->sheet->printedMains[0]);
        if ($asked->has('changes')) {
            $asked = Fields::of(['asFitted' => ChangeReader::read($asked->strings('changes', 40), $this->circuit->netlist, $this->tubes)['asFitted'] ?? []]);
        }
        $changes = [];
        foreach ($asked->objects('asFitted', 60) as $change) {
            if ('tube' !== $change->string('kind', 12)) {
                continue;
            }
            [$name, $position] = [$change->string('type', 20), $change->string('position', 12)];
            $other = $this->tubes->find($name) ?? throw $change->fault('type', \sprintf('“%s” is not in the tube data', $name));
            $drawn = $this->tubes->find($this->circuit->netlist->tube($position)->type ?? '') ?? throw $change->fault('position', \sprintf('the circuit has no tube “%s”', $position));
            $changes[$position] = [$drawn, $other];
        }

        return array_map(fn (array $group): Substitution => $this->judged($group['was'], $group['other'], $conditions), self::byType($changes));
    }

    /**
     * What each tube that stands in the unit in place of another type changes.
     *
     * @return array<string, list<Reason>> by position; a type that the data lack is not among them
     */
    public function standing(FittedChanges $fitted): array
    {
        $changes = [];
        foreach ($fitted->differences() as $change) {
            $type = $change->change['type'] ?? null;
            $other = 'tube' === $change->kind() && \is_string($type) ? $this->tubes->find($type) : null;
            $drawn = $this->tubes->find($this->circuit->netlist->tube($change->target())->type ?? '');
            if (null !== $other && null !== $drawn) {
                $changes[$change->target()] = [$drawn, $other];
            }
        }
        $reasons = [];
        foreach (self::byType($changes) as ['other' => $other, 'was' => $was]) {
            try {
                $said = $this->judged($was, $other, new SolveConditions($this->sheet->printedMains[0]))->reasons;
            } catch (DidNotConverge|BadCircuit) {
                $said = [new Reason('substitution-unsolved', Verdict::CannotSay, ['other' => $other->name])];
            }
            $reasons += array_fill_keys(array_keys($was), $said);
        }

        return $reasons;
    }

    /**
     * @param array<string, array{TubeType, TubeType}> $changes drawn type and the other, by position
     *
     * @return list<array{other: TubeType, was: array<string, TubeType>}> tubes that get the same other type are changed together
     */
    private static function byType(array $changes): array
    {
        $groups = [];
        foreach ($changes as $position => [$drawn, $other]) {
            if ($drawn !== $other) {
                // A name of digits alone, such as 6550, would be a number as a key.
                $groups['type '.$other->name]['other'] = $other;
                $groups['type '.$other->name]['was'][$position] = $drawn;
            }
        }

        return array_values($groups);
    }

    /**
     * @param array<string, TubeType> $was
     *
     * @throws DidNotConverge
     * @throws BadCircuit
     */
    private function judged(array $was, TubeType $other, SolveConditions $conditions): Substitution
    {
        return Substitution::of(AsFitted::drawn($this->circuit->netlist, $this->calibration->factors), $was, $other, $conditions, $this->tubes, array_keys($this->sheet->nodes));
    }
}
