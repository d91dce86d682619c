<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A job was closed out. */
final class CloseOutKind implements EntryKind
{
    public function name(): string
    {
        return 'close-out';
    }

    public function ofOneUnit(): bool
    {
        return false;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): CloseOut
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): CloseOut
    {
        return new CloseOut($payload);
    }
}
