<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A kind that is on the record of the job and changes nothing of a unit. */
abstract class RemarkKind implements EntryKind
{
    final public function ofOneUnit(): bool
    {
        return false;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    final public function read(array $payload, Bench $then): Remark
    {
        return $this->kept($payload);
    }

    final public function kept(array $payload): Remark
    {
        return new Remark($payload);
    }
}
