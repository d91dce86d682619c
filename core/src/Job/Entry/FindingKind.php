<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** Something was found. */
final class FindingKind implements EntryKind
{
    public function name(): string
    {
        return 'finding';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): FindingNoted
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): FindingNoted
    {
        return FindingNoted::kept(Fields::of($payload));
    }
}
