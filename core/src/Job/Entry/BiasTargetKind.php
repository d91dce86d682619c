<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** Where an output stage is to idle was said (BIAS-3). */
final class BiasTargetKind implements EntryKind
{
    public function name(): string
    {
        return 'bias-target';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): BiasTargetSet
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): BiasTargetSet
    {
        return BiasTargetSet::kept(Fields::of($payload));
    }
}
