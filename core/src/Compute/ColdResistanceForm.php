<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Analysis\ColdResistance;
use Yew\Core\Circuit\BadCircuit;
use Yew\Core\Codec\BadData;
use Yew\Core\Codec\Fields;

/** What an ohmmeter should find in circuit (JUDGE-8). */
final readonly class ColdResistanceForm extends CircuitForm
{
    public function name(): string
    {
        return 'cold-resistance/1';
    }

    public function summary(): string
    {
        return 'ohms between two places with tubes and rectifiers off, leads lifted or not';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $answers = [];
        foreach ($fields->objects('pairs', 500) as $pair) {
            $place = $pair->string('place', 40);
            $against = $pair->optionalString('against', 40) ?? 'chassis';
            $lifted = $pair->strings('lifted', 20);
            $pair->done();
            try {
                $ohms = ColdResistance::between($input->fitted->netlist, $this->tubes, $place, $against, $input->fitted->factors, $lifted);
            } catch (BadCircuit $e) {
                throw BadData::at($pair->path, $e->getMessage());
            }
            $answers[] = ['place' => $place, 'against' => $against, 'ohms' => $ohms, 'state' => null === $ohms ? 'infinite' : 'solved'];
        }
        $fields->done();

        return ['pairs' => $answers];
    }
}
