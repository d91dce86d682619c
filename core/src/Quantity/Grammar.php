<?php

declare(strict_types=1);

namespace Yew\Core\Quantity;

/**
 * The table behind the entry line: docs/formats/quantity-grammar.json is this table written out, and the front end reads that file.
 *
 * RKM letters after IEC 60062 (from memory); `m` and `M` differ, `k` and `K` do not.
 */
final class Grammar
{
    public const PREFIXES = ['p' => 1e-12, 'n' => 1e-9, 'u' => 1e-6, 'µ' => 1e-6, 'μ' => 1e-6, 'm' => 1e-3, 'k' => 1e3, 'K' => 1e3, 'M' => 1e6, 'G' => 1e9];

    public const UNITS = [
        'V' => 'V', 'v' => 'V', 'volt' => 'V', 'volts' => 'V',
        'A' => 'A', 'a' => 'A', 'amp' => 'A', 'amps' => 'A',
        'Ω' => 'Ω', "\u{2126}" => 'Ω', 'ohm' => 'Ω', 'ohms' => 'Ω', 'R' => 'Ω', 'r' => 'Ω',
        'F' => 'F', 'f' => 'F', 'H' => 'H', 'h' => 'H', 'Hz' => 'Hz', 'hz' => 'Hz', 'W' => 'W', 'w' => 'W', 's' => 's',
        '°C' => '°C', 'C' => '°C',
        'S' => 'S', 'mho' => 'S', 'mhos' => 'S', '%' => '%',
    ];

    /** Letters that stand for the decimal mark (4k7, 2R2, 0V5): letter => [factor, unit or null]. */
    public const MARKS = [
        'R' => [1.0, 'Ω'], 'r' => [1.0, 'Ω'], 'V' => [1.0, 'V'], 'v' => [1.0, 'V'], 'k' => [1e3, null], 'K' => [1e3, null], 'M' => [1e6, null], 'G' => [1e9, null],
        'm' => [1e-3, null], 'u' => [1e-6, null], 'µ' => [1e-6, null], 'μ' => [1e-6, null], 'n' => [1e-9, null], 'p' => [1e-12, null],
    ];

    public const OVERLOAD = ['ol', 'o.l', 'o.l.', 'overload'];
    public const LARGEST = 1e12;
    public const LONGEST = 40;

    /** Smallest and largest prefix that a bench uses with a unit: microohms, megavolts and kilofarads are slips of the field. */
    public const PREFIX_RANGE = ['V' => [1e-6, 1e3], 'A' => [1e-12, 1.0], 'Ω' => [1e-3, 1e9], 'F' => [1e-12, 1e-3], 'H' => [1e-6, 1.0], 'Hz' => [1.0, 1e6], 'W' => [1e-6, 1e3], 's' => [1e-6, 1.0], '°C' => [1.0, 1.0], 'S' => [1e-6, 1.0], '%' => [1.0, 1.0]];

    /**
     * Sign, digits with at most one decimal mark, then letters. Only ASCII digits are digits: an engine with Unicode properties
     * takes full-width ones for digits too, and then makes zero of them.
     */
    public const PLAIN = '^([+-]?)([0-9]+(?:[.,][0-9]*)?|[.,][0-9]+)\s*([^0-9]*)$';
    public const RKM = '^([+-]?)([0-9]+)([A-Za-zµμ])([0-9]+)\s*([^0-9]*)$';
    public const LEADING = '^[+-]?(?:[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)';
    public const TWO_MARKS = '^[+-]?[0-9]*[.,][0-9]*[.,]';

    /** @return array<string, mixed> the table as docs/formats/quantity-grammar.json holds it */
    public static function table(): array
    {
        return [
            'format' => 'quantity-grammar/1',
            'prefixes' => self::PREFIXES,
            'units' => self::UNITS,
            'marks' => array_map(static fn (array $m): array => ['factor' => $m[0], 'unit' => $m[1]], self::MARKS),
            'overload' => self::OVERLOAD,
            'prefixRange' => self::PREFIX_RANGE,
            'largest' => self::LARGEST,
            'longest' => self::LONGEST,
            'patterns' => ['plain' => self::PLAIN, 'rkm' => self::RKM, 'leading' => self::LEADING, 'twoMarks' => self::TWO_MARKS],
        ];
    }
}
