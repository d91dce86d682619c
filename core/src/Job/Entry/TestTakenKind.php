<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;
use Yew\Core\Station\Stations;

/** A test of a part; the tape has called it a trial from the beginning. */
final readonly class TestTakenKind implements EntryKind
{
    public function __construct(private Stations $stations)
    {
    }

    public function name(): string
    {
        return 'trial';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): TestTaken
    {
        $fields = Fields::of($payload);

        return TestTaken::typed($this->stations->tests->get($fields->string('test')), $fields);
    }

    public function kept(array $payload): TestTaken
    {
        $fields = Fields::of($payload);

        return TestTaken::kept($this->stations->tests->get($fields->string('test')), $fields);
    }
}
