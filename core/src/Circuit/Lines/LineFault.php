<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

/** A line that cannot be read, with what it lacks. */
final class LineFault extends \DomainException
{
    public static function unknownWord(string $word): self
    {
        return new self(\sprintf('“%s” begins no block; %s do', $word, implode(', ', [...array_keys(LineForms::WORDS), ...array_keys(LineForms::LOOSE)])));
    }

    public static function leftOver(string $word): self
    {
        return new self(\sprintf('“%s” has no meaning here', $word));
    }

    public static function wants(string $after, string $what): self
    {
        return new self(\sprintf('after “%s” %s belongs', $after, $what));
    }

    public static function missing(string $what): self
    {
        return new self($what.' is missing');
    }

    public static function untyped(string $position): self
    {
        return new self(\sprintf('the type of %s is not said yet: “%s 12AX7”, with its suffix', $position, $position));
    }

    public static function unknownType(string $type): self
    {
        return new self(\sprintf('“%s” is not in the tube data; give the exact type with its suffix', $type));
    }
}
