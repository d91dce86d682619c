<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A kind that is said of one unit, is kept as it was typed, and can be taken back. */
abstract class UnitRemarkKind implements EntryKind
{
    final public function ofOneUnit(): bool
    {
        return true;
    }

    final public function canBeTakenBack(): bool
    {
        return true;
    }

    final public function read(array $payload, Bench $then): UnitRemark
    {
        return $this->kept($payload);
    }

    abstract public function kept(array $payload): UnitRemark;
}
