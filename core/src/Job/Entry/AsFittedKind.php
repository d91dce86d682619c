<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** The unit was changed. */
final class AsFittedKind implements EntryKind
{
    public function name(): string
    {
        return 'as-fitted';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): AsFitted
    {
        $fields = Fields::of($payload);

        return AsFitted::typed($fields->string('text'), $then)->suppliedBy(Supplied::decode($fields));
    }

    public function kept(array $payload): AsFitted
    {
        return AsFitted::kept(Fields::of($payload));
    }
}
