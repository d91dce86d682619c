<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A bank of charge was read. */
final class DischargeProofKind implements EntryKind
{
    public function name(): string
    {
        return 'discharge-proof';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): DischargeProof
    {
        $fields = Fields::of($payload);

        return DischargeProof::of($fields, TypedFigure::read($fields, MeterFunction::DcVolts, $then));
    }

    public function kept(array $payload): DischargeProof
    {
        return DischargeProof::kept(Fields::of($payload));
    }
}
