<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** The chassis goes into another state. */
final class StateChangeKind implements EntryKind
{
    /** What only the server writes. */
    private const WRITTEN_HERE = ['hazards' => true, 'stood' => true];

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
        return $this->kept(array_diff_key($payload, self::WRITTEN_HERE))->before($then);
    }

    public function kept(array $payload): StateChange
    {
        return StateChange::kept(Fields::of($payload));
    }
}
