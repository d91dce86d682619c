<?php

declare(strict_types=1);

namespace Yew\Server\Tape\Entry;

/** An entry of the tape in words: a headline, and one line below it. */
final readonly class EntryWords
{
    public function __construct(public string $headline, public string $line = '')
    {
    }

    /** Parts that are there, with a joint between. */
    public static function joined(string $with, string ...$texts): string
    {
        return implode($with, array_filter($texts, static fn (string $t): bool => '' !== $t));
    }
}
