<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\BadData;
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

        $kind = $this->stations->tests->get($fields->string('test'));

        return $kind->definition()->isChange ? throw BadData::at('test', 'what stands in a socket is said as a change of the unit: found V4 6L6GC') : TestTaken::typed($kind, $fields, $then->unit->meters(), $then->now);
    }

    public function kept(array $payload): TestTaken
    {
        $fields = Fields::of($payload);

        return TestTaken::kept($this->stations->tests->get($fields->string('test')), $fields);
    }
}
