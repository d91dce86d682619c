<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;
use Yew\Core\Substitution\Change;
use Yew\Core\Substitution\Substitution;
use Yew\Core\Test\Reason;
use Yew\Core\Tube\TubeType;

/** Another type in a tube's place: whether it may go in, and what it changes (TUBE-4). */
final readonly class SubstituteTube extends CircuitForm
{
    /** More than an output stage has. */
    private const MOST_POSITIONS = 16;

    public function name(): string
    {
        return 'substitute-tube/1';
    }

    public function summary(): string
    {
        return 'whether another tube type may go into a socket, and what it changes by the model';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $fitted = $this->fitted($input, $fields);
        $name = $fields->string('type', 20);
        $fields->done();
        $other = $this->tubes->find($name) ?? throw $fields->fault('type', \sprintf('“%s” is not in the tube data; give the exact type with its suffix', $name));
        try {
            $substitution = Substitution::of($input->fitted, $fitted, $other, $input->solveConditions, $this->tubes, array_keys($input->sheet->nodes));
        } catch (BadCircuit $e) {
            throw BadData::at('type', $e->getMessage());
        }
        $effects = $substitution->effects;

        return [
            'fitted' => array_map(static fn (string $position, TubeType $type): array => ['position' => $position, 'type' => $type->name], array_keys($fitted), array_values($fitted)),
            'other' => $other->name,
            'verdict' => $substitution->verdict()->value,
            'reasons' => array_map(static fn (Reason $r): array => $r->toArray(), $substitution->reasons),
            'effects' => null === $effects ? null : [
                'railVolts' => self::changes('place', $effects->rails),
                'plateAmperes' => self::changes('stage', $effects->plateAmperes),
                'plateShares' => self::changes('stage', $effects->plateShares),
                'gainDecibels' => self::changes('stage', $effects->gains),
                'rectifierPeakAmperes' => self::changes('rectifier', $effects->peaks),
            ],
        ];
    }

    /**
     * @param list<Change> $changes
     *
     * @return list<array<string, string|float|null>>
     */
    private static function changes(string $of, array $changes): array
    {
        return array_map(static fn (Change $c): array => [$of => $c->of, 'before' => $c->before, 'after' => $c->after], $changes);
    }

    /**
     * @return non-empty-array<string, TubeType> by position
     *
     * @throws BadData
     */
    private function fitted(CircuitInput $input, Fields $fields): array
    {
        $fitted = [];
        foreach ($fields->strings('positions', self::MOST_POSITIONS) as $i => $position) {
            $type = ($input->fitted->netlist->tube($position) ?? throw $fields->fault("positions[$i]", \sprintf('the circuit has no tube “%s”', $position)))->type;
            $fitted[$position] = $this->tubes->find($type) ?? throw $fields->fault("positions[$i]", \sprintf('no data for the “%s” that is fitted', $type));
        }

        return [] === $fitted ? throw $fields->fault('positions', 'at least one tube') : $fitted;
    }
}
