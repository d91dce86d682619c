<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Station\Lead;

/** A lead is taken off, as it was before. */
final class LeadTakenOffKind extends UnitRemarkKind
{
    public function name(): string
    {
        return 'lead';
    }

    public function kept(array $payload): LeadTakenOff
    {
        return new LeadTakenOff(Lead::decode(Fields::of($payload)));
    }
}
