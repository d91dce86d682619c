<?php

declare(strict_types=1);

namespace Yew\Core\Job\Entry;

/** An amplifier came in. */
final class BookInKind extends RemarkKind
{
    public function name(): string
    {
        return 'book-in';
    }
}
