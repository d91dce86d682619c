<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/** A typed figure that is not taken: code for the wording, and as much as was understood. */
final class CannotRead extends \DomainException
{
    private function __construct(public readonly string $reason, public readonly string $understood, public readonly string $rest, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function empty(): self
    {
        return new self('empty', '', '', 'Nothing typed.');
    }

    public static function nonsense(string $text, string $understood): self
    {
        $rest = substr($text, \strlen($understood));

        return new self('nonsense', $understood, $rest, '' === $understood
            ? \sprintf('“%s” is not a figure.', $text)
            : \sprintf('Understood %s, but not “%s” after it.', $understood, $rest));
    }

    public static function twoSeparators(string $text, string $understood): self
    {
        return new self('two-separators', $understood, substr($text, \strlen($understood)), \sprintf('Two decimal marks in “%s”: comma and dot are both decimal, so only one fits.', $text));
    }

    public static function otherUnit(Quantity $quantity, Unit $wanted): self
    {
        return new self('other-unit', $quantity->understood(), '', \sprintf('Understood %s, but %s belong here.', $quantity->understood(), $wanted->word()));
    }

    public static function oddPrefix(Quantity $quantity): self
    {
        return new self('odd-prefix', $quantity->understood(), '', \sprintf('Understood %s, which no bench measures: does it belong in another field, or is the prefix a slip?', $quantity->understood()));
    }

    /** A bound or an overload where the rule needs the figure itself. */
    public static function noValue(Quantity $quantity, string $name): self
    {
        return new self('no-value', $quantity->understood(), '', match ($quantity->kind) {
            ReadingKind::Overload => \sprintf('Overload is no figure: take the %s on a higher range.', $name),
            default => \sprintf('“%s” is a bound, and %s must be a figure here: change the range until the meter shows one.', $quantity->understood(), $name),
        });
    }

    /** A dial that stands where nobody knows what it gives (COND-1). */
    public static function dial(string $sentence): self
    {
        return new self('dial', '', '', $sentence);
    }

    public static function tooLarge(string $text): self
    {
        return new self('too-large', '', $text, \sprintf('“%s” is beyond anything a bench measures.', $text));
    }
}
