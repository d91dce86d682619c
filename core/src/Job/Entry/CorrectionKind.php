<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** Something on the tape was corrected. */
final class CorrectionKind implements EntryKind
{
    public function name(): string
    {
        return 'correction';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): Correction
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): Correction
    {
        return Correction::kept(Fields::of($payload));
    }
}
