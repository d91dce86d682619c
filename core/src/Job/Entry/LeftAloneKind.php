<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A part was left alone. */
final class LeftAloneKind implements EntryKind
{
    public function name(): string
    {
        return 'left-alone';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): LeftAlone
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): LeftAlone
    {
        return LeftAlone::kept(Fields::of($payload));
    }
}
