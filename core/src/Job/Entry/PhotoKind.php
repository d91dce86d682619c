<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

use Yew\Core\Codec\Fields;
use Yew\Core\Job\Bench;
use Yew\Core\Job\EntryKind;

/** A photo was taken. */
final class PhotoKind implements EntryKind
{
    public function name(): string
    {
        return 'photo';
    }

    public function ofOneUnit(): bool
    {
        return true;
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }

    public function read(array $payload, Bench $then): PhotoTaken
    {
        return $this->kept($payload);
    }

    public function kept(array $payload): PhotoTaken
    {
        return PhotoTaken::kept(Fields::of($payload));
    }
}
