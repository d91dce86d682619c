<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** An amplifier came in. */
final class BookInKind implements EntryKind
{
    public function name(): string
    {
        return 'book-in';
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
