<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** The job was moved on the shelf. */
final class ShelfMoveKind implements EntryKind
{
    public function name(): string
    {
        return 'shelf-move';
    }

    public function ofOneUnit(): bool
    {
        return false;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): ShelfMove
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): ShelfMove
    {
        return ShelfMove::kept(Fields::of($payload));
    }
}
