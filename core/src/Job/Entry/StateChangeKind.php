<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\ChassisState;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;
use Yew\Core\Safety\Gates;

/** The chassis goes into another state. */
final class StateChangeKind implements EntryKind
{
    public function name(): string
    {
        return 'state-change';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): StateChange
    {
        $change = $this->kept(array_diff_key($payload, ['hazards' => true]));
        if (ChassisState::Ramping !== $change->to) {
            return $change;
        }
        // What the record knows goes onto the entry, where nothing else speaks against the step: it is asked for a reason (SAFE-4).
        $answered = new StateChange($change->to, Gates::answered($change->gates), $change->reason, []);

        return null === $then->state->stop && null === $answered->refusal($then) ? new StateChange($change->to, $answered->gates, $change->reason, $then->hazards()) : $answered;
    }

    public function kept(array $payload): StateChange
    {
        return StateChange::kept(Fields::of($payload));
    }
}
