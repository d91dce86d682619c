<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** The way in which a unit is brought up was chosen (PWR-2). */
final class PowerChosenKind implements EntryKind
{
    public function name(): string
    {
        return 'power-choice';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): PowerChosen
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): PowerChosen
    {
        return PowerChosen::kept(Fields::of($payload));
    }
}
