<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Spice\Flavour;
use Yew\Core\Circuit\Spice\NetlistWriter;
use Yew\Core\Codec\Fields;

/** The circuit as a SPICE netlist that ngspice runs unchanged. */
final readonly class NetlistExportForm extends CircuitForm
{
    public function name(): string
    {
        return 'netlist-export/1';
    }

    public function summary(): string
    {
        return 'the circuit as a SPICE netlist, averaged for .op and .ac or switching for .tran';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $flavour = $fields->has('flavour') ? $fields->oneOf('flavour', Flavour::class) : Flavour::Averaged;
        $fields->optionalString('flavour');
        $fields->done();

        return ['netlist' => NetlistWriter::file($input->solved(), $this->tubes, $flavour, $input->sheet->name)];
    }
}
