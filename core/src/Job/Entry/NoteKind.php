<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** Something that somebody wrote down, of a place or of the job. */
final class NoteKind implements EntryKind
{
    public function name(): string
    {
        return 'note';
    }

    public function ofOneUnit(): bool
    {
        return false;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): Remark
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): Remark
    {
        return new Remark($payload);
    }
}
