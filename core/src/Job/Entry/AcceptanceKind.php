<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A reading was let stand. */
final class AcceptanceKind implements EntryKind
{
    public function name(): string
    {
        return 'accept';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): Acceptance
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): Acceptance
    {
        return Acceptance::kept(Fields::of($payload));
    }
}
