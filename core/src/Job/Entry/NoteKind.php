<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** Something that somebody wrote down, of a place or of the job. */
final class NoteKind extends RemarkKind
{
    public function name(): string
    {
        return 'note';
    }

    public function canBeTakenBack(): bool
    {
        return true;
    }
}
