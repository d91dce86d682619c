<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A point was read. */
final class ReadingTakenKind implements EntryKind
{
    public function name(): string
    {
        return 'reading';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): ReadingTaken
    {
        $fields = Fields::of($payload);

        return ReadingTaken::of($fields, TypedFigure::read($fields, $fields->oneOf('function', MeterFunction::class), $then));
    }

    public function kept(array $payload): ReadingTaken
    {
        return ReadingTaken::kept(Fields::of($payload));
    }
}
