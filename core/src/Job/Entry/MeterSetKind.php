<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A meter was set, or taken off. */
final class MeterSetKind implements EntryKind
{
    public function name(): string
    {
        return 'meter-set';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    /** It is set anew instead: what was switched on with it set so was. */
    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): MeterSet
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): MeterSet
    {
        return MeterSet::kept(Fields::of($payload));
    }
}
