<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;
use Yew\Core\Sheet\Island;

/** Conditions were stated. */
final class ConditionsKind implements EntryKind
{
    public function name(): string
    {
        return 'conditions';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): ConditionsStated
    {
        $stated = $this->kept(array_diff_key($payload, ['bleederIsland' => true]));
        $bleeder = $stated->conditions->bleeder();
        $sheet = $then->unit->sheet();
        // A bleeder keeps one bank discharged: the one that holds its node.
        $island = match (true) {
            null === $bleeder => null,
            null === $sheet, [] === $sheet->islands => Island::WHOLE_CHASSIS,
            default => $sheet->islandAt($bleeder->node)?->id,
        };

        return new ConditionsStated($stated->facts, $stated->conditions, $island);
    }

    public function kept(array $payload): ConditionsStated
    {
        return ConditionsStated::kept(Fields::of($payload));
    }
}
