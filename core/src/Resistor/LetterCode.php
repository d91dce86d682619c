<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Codec\BadData;

/** The letter code of resistors and capacitors, `4K7`, `R22`, `47n`, with its tolerance letter; and the three-digit code (IEC 60062, from memory). */
final class LetterCode
{
    private const OHMS = ['R' => 1.0, 'K' => 1e3, 'M' => 1e6, 'G' => 1e9];
    private const FARADS = ['p' => 1e-12, 'n' => 1e-9, 'u' => 1e-6, 'µ' => 1e-6, 'm' => 1e-3];
    private const TOLERANCES_PERCENT = ['B' => 0.1, 'C' => 0.25, 'D' => 0.5, 'F' => 1.0, 'G' => 2.0, 'J' => 5.0, 'K' => 10.0, 'M' => 20.0];

    /**
     * Ohms or farads; 104 with no letter counts as picofarads of a capacitor.
     *
     * @throws BadData when it is no mark of the code
     */
    public static function read(string $text): MarkedValue
    {
        $mark = trim($text);
        if (1 === preg_match('/^(\d{0,3})([RKMG])(\d{0,3})([BCDFGJKM])?$/', $mark, $m) && '' !== $m[1].$m[3]) {
            return new MarkedValue((float) ($m[1].'.'.$m[3]) * self::OHMS[$m[2]], 'Ω', self::TOLERANCES_PERCENT[$m[4] ?? ''] ?? null);
        }
        if (1 === preg_match('/^([0-9]{0,3})([pnuµm])([0-9]{0,3})([BCDFGJKM])?$/u', $mark, $m) && '' !== $m[1].$m[3]) {
            return new MarkedValue((float) ($m[1].'.'.$m[3]) * self::FARADS[$m[2]], 'F', self::TOLERANCES_PERCENT[$m[4] ?? ''] ?? null);
        }
        if (1 === preg_match('/^(\d{2})(\d)([BCDFGJKM])?$/', $mark, $m)) {
            return new MarkedValue((float) $m[1] * 10.0 ** (int) $m[2] * 1e-12, 'F', self::TOLERANCES_PERCENT[$m[3] ?? ''] ?? null);
        }
        throw BadData::at('text', \sprintf('“%s” is no mark of the letter code: such as 4K7, R22, 47n, 104J', mb_substr($mark, 0, 20)));
    }

    /**
     * @param string $unit `Ω` or `F`
     *
     * @throws BadData when the value is out of the code's reach
     */
    public static function write(float $value, string $unit, ?float $tolerancePercent = null): string
    {
        foreach (array_reverse('Ω' === $unit ? self::OHMS : array_diff_key(self::FARADS, ['µ' => 0, 'm' => 0])) as $letter => $factor) {
            if ($value >= $factor * (1 - 1e-9)) {
                return self::marked($value / $factor, $letter, $tolerancePercent);
            }
        }

        return $value > 0.0 && 'Ω' === $unit ? self::marked($value, 'R', $tolerancePercent) : throw BadData::at('value', 'the letter code does not reach that far');
    }

    private static function marked(float $figure, string $letter, ?float $tolerancePercent): string
    {
        if ($figure >= 1000.0) {
            throw BadData::at('value', 'the letter code does not reach that far');
        }
        [$whole, $rest] = explode('.', \sprintf('%.3F', $figure));
        $tolerance = null === $tolerancePercent ? '' : array_search($tolerancePercent, self::TOLERANCES_PERCENT, true);

        return ('0' === $whole ? '' : $whole).$letter.rtrim($rest, '0').(false === $tolerance ? throw BadData::at('tolerancePercent', 'no letter says this') : $tolerance);
    }
}
