<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Extension;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;
use Yew\Core\Job\Statement;

/** A made-up kind of entry: what a chassis smells of. */
final class SmellKind implements EntryKind
{
    public function name(): string
    {
        return 'smell';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): Statement
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): Statement
    {
        return new Smell(Fields::of($payload)->string('of'));
    }
}
