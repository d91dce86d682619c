<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Bench\MeterFunction;
use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A live sample broke a stop rule: what the meter showed then, written by the instrument process in the name of who armed the recording (contract §8). */
final class StopSeenKind implements EntryKind
{
    public function name(): string
    {
        return 'stop';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    /** A stop ends by its cause, not by being taken back. */
    public function canBeTakenBack(): bool
    {
        return false;
    }

    public function read(array $payload, Bench $then): StopSeen
    {
        $fields = Fields::of($payload);

        return StopSeen::of($fields, ReadingTaken::of($fields, TypedFigure::read($fields, $fields->oneOf('function', MeterFunction::class), $then)));
    }

    public function kept(array $payload): StopSeen
    {
        $fields = Fields::of($payload);

        return StopSeen::of($fields, ReadingTaken::kept($fields));
    }
}
