<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

/** One thing that a line may say: a field of the block, what it looks like, and the word before it when it is not told by its place. */
final readonly class Slot
{
    private function __construct(public string $field, public string $type, public ?string $keyword, public ?string $second = null)
    {
    }

    /** Told by its place in the line. */
    public static function at(string $field, string $type): self
    {
        return new self($field, $type, null);
    }

    /** A tube position with its section, `V1b`, and its type where it is named first. */
    public static function tube(string $field, ?string $section): self
    {
        return new self($field, 'tube', null, $section);
    }

    /** Behind a word: `leak 1M`. */
    public static function after(string $keyword, string $field, string $type, ?string $second = null): self
    {
        return new self($field, $type, $keyword, $second);
    }
}
