<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/**
 * Reads what is typed at the bench: `412`, `-38,5`, `4k7`, `22u`, `>20M`, `ol`, `12 mV`.
 *
 * Comma and dot are both decimal; two of them are refused, and so are powers of ten.
 */
final class QuantityParser
{
    /**
     * @param Unit|null $field unit that the field takes; a typed unit must agree with it, a missing one is filled in
     *
     * @throws CannotRead with what was understood
     */
    public static function parse(string $text, ?Unit $field = null): Quantity
    {
        $typed = (string) (mb_check_encoding($text, 'UTF-8') ? preg_replace('/^\s+|\s+$/u', '', $text) : $text);
        if ('' === $typed) {
            throw CannotRead::empty();
        }
        if (mb_strlen($typed) > Grammar::LONGEST || !mb_check_encoding($typed, 'UTF-8')) {
            throw CannotRead::nonsense(mb_substr(mb_scrub($typed), 0, Grammar::LONGEST), '');
        }
        if (\in_array(strtolower($typed), Grammar::OVERLOAD, true)) {
            return new Quantity($typed, ReadingKind::Overload, 0.0, $field, 0.0);
        }
        $figure = str_replace('−', '-', $typed);
        $kind = ReadingKind::Value;
        if ('>' === $figure[0] || '<' === $figure[0]) {
            $kind = '>' === $figure[0] ? ReadingKind::Above : ReadingKind::Below;
            $figure = ltrim(substr($figure, 1));
        }
        [$quantity, $prefix] = self::figure($typed, $figure, $kind, $field);
        if (abs($quantity->value) > Grammar::LARGEST) {
            throw CannotRead::tooLarge($typed);
        }
        if (null !== $field && $quantity->unit !== $field) {
            throw CannotRead::otherUnit($quantity, $field);
        }
        [$smallest, $largest] = Grammar::PREFIX_RANGE[$quantity->unit->value ?? ''] ?? [0.0, \INF];
        if ($prefix < $smallest * (1 - 1e-9) || $prefix > $largest * (1 + 1e-9)) {
            throw CannotRead::oddPrefix($quantity);
        }

        return $quantity;
    }

    /**
     * Two figures for a pair, `1.2/1.23`, or one.
     *
     * @return list<Quantity> one or two
     *
     * @throws CannotRead when either cannot be read, or there are more than two
     */
    public static function parsePair(string $text, ?Unit $field = null): array
    {
        $parts = explode('/', $text);
        if (\count($parts) > 2) {
            throw CannotRead::nonsense($text, $parts[0].'/'.$parts[1]);
        }

        return array_map(static fn (string $part): Quantity => self::parse($part, $field), $parts);
    }

    /** @return array{Quantity, float} the figure, and the factor of the prefix it was typed with */
    private static function figure(string $typed, string $figure, ReadingKind $kind, ?Unit $field): array
    {
        if (1 === preg_match('/'.Grammar::TWO_MARKS.'/', $figure)) {
            preg_match('/'.Grammar::LEADING.'/', $figure, $lead);
            throw CannotRead::twoSeparators($figure, $lead[0] ?? '');
        }
        if (1 === preg_match('/'.Grammar::RKM.'/u', $figure, $m) && isset(Grammar::MARKS[$m[3]])) {
            [$factor, $unit] = Grammar::MARKS[$m[3]];
            $typedUnit = self::unit(rtrim($m[5])) ?? (null === $unit ? null : Unit::from($unit));
            if ('' === rtrim($m[5]) || null !== self::unit(rtrim($m[5]))) {
                return [new Quantity($typed, $kind, self::signed($m[1], (float) ($m[2].'.'.$m[4])) * $factor, $typedUnit ?? $field, $factor * 10.0 ** -\strlen($m[4])), $factor];
            }
        }
        if (1 === preg_match('/'.Grammar::PLAIN.'/u', $figure, $m)) {
            $decimals = \strlen($m[2]) - 1 - strcspn($m[2], '.,');
            $suffix = self::suffix(rtrim($m[3]));
            if (null !== $suffix) {
                return [new Quantity($typed, $kind, self::signed($m[1], (float) str_replace(',', '.', $m[2])) * $suffix[0], $suffix[1] ?? $field, $suffix[0] * 10.0 ** -max(0, $decimals)), $suffix[0]];
            }
        }
        preg_match('/'.Grammar::LEADING.'/', $figure, $lead);
        throw CannotRead::nonsense($figure, $lead[0] ?? '');
    }

    /** @return array{float, Unit|null}|null factor and unit; null when the letters mean nothing */
    private static function suffix(string $letters): ?array
    {
        if ('' === $letters) {
            return [1.0, null];
        }
        $unit = self::unit($letters);
        if (null !== $unit) {
            return [1.0, $unit];
        }
        $prefix = mb_substr($letters, 0, 1);
        $rest = mb_substr($letters, 1);
        if (!isset(Grammar::PREFIXES[$prefix])) {
            return null;
        }
        $unit = self::unit($rest);

        return '' === $rest || null !== $unit ? [Grammar::PREFIXES[$prefix], $unit] : null;
    }

    private static function unit(string $letters): ?Unit
    {
        return isset(Grammar::UNITS[$letters]) ? Unit::from(Grammar::UNITS[$letters]) : null;
    }

    private static function signed(string $sign, float $size): float
    {
        return '-' === $sign ? -$size : $size;
    }
}
