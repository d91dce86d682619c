<?php

declare(strict_types=1);

namespace Yew\Core\Compute;

use Yew\Core\Circuit\Fault\Fault;
use Yew\Core\Circuit\Fault\FaultCatalogue;
use Yew\Core\Circuit\Fault\Observable;
use Yew\Core\Codec\Fields;

/** What can go wrong in a circuit, part by part: each fault in the words in which the other circuit forms take it. */
final readonly class FaultsForm extends CircuitForm
{
    public function name(): string
    {
        return 'faults/1';
    }

    public function summary(): string
    {
        return 'every single fault that can befall a circuit, as the other circuit forms take it, with what it cannot change';
    }

    protected function answer(CircuitInput $input, Fields $fields): array
    {
        $fields->done();

        return ['faults' => array_map(static fn (Fault $f): array => [
            'fault' => $f->text(), 'kind' => $f->kind->id(), 'part' => $f->subject, 'severity' => $f->severity, 'severityIs' => $f->kind->severity()?->figure,
            'cannotChange' => array_map(static fn (Observable $o): string => $o->value, $f->kind->cannotChange()),
        ], FaultCatalogue::of($input->fitted, $this->tubes))];
    }
}
