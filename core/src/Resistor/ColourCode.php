<?php

declare(strict_types=1);

namespace Yew\Core\Resistor;

use Yew\Core\Codec\BadData;

/** The colour code of resistors, both ways (IEC 60062, from memory). */
final class ColourCode
{
    public const COLOURS = ['black', 'brown', 'red', 'orange', 'yellow', 'green', 'blue', 'violet', 'grey', 'white'];

    /** Tolerance in percent by colour; old parts without a fourth band are ± 20 %. */
    private const TOLERANCES_PERCENT = ['brown' => 1.0, 'red' => 2.0, 'orange' => 0.05, 'yellow' => 0.02, 'green' => 0.5, 'blue' => 0.25, 'violet' => 0.1, 'grey' => 0.01, 'gold' => 5.0, 'silver' => 10.0];
    private const UNMARKED_PERCENT = 20.0;

    /** Short and other spellings, as people type them. */
    private const SPELLINGS = [
        'bk' => 'black', 'blk' => 'black', 'bn' => 'brown', 'br' => 'brown', 'brn' => 'brown', 'rd' => 'red', 'og' => 'orange', 'or' => 'orange', 'org' => 'orange', 'ye' => 'yellow', 'yel' => 'yellow',
        'gn' => 'green', 'grn' => 'green', 'bu' => 'blue', 'bl' => 'blue', 'blu' => 'blue', 'vt' => 'violet', 'vio' => 'violet', 'purple' => 'violet', 'gy' => 'grey', 'gry' => 'grey', 'gray' => 'grey', 'slate' => 'grey',
        'wh' => 'white', 'wht' => 'white', 'gd' => 'gold', 'gld' => 'gold', 'sr' => 'silver', 'sil' => 'silver', 'slv' => 'silver', 'none' => 'none',
    ];

    private const MOST_CHARACTERS = 60;

    /**
     * @param string $text colours from the first band on: `yellow violet red gold`; three to six bands
     *
     * @throws BadData with the word that is no colour, or what is wrong with the bands
     */
    public static function read(string $text): MarkedValue
    {
        if (mb_strlen($text) >= self::MOST_CHARACTERS) {
            throw BadData::at('text', \sprintf('longer than any row of bands: at most %d characters', self::MOST_CHARACTERS - 1));
        }
        $words = preg_split('/[\s,;\/-]+/', strtolower(trim($text)), -1, \PREG_SPLIT_NO_EMPTY);
        $bands = array_map(self::colour(...), false === $words ? [] : $words);
        $count = \count($bands);
        if ($count < 3 || $count > 6) {
            throw BadData::at('text', \sprintf('three to six bands make a resistor, here are %d', $count));
        }
        $digits = $count >= 5 ? 3 : 2;
        $ohms = 0.0;
        for ($i = 0; $i < $digits; ++$i) {
            $digit = array_search($bands[$i], self::COLOURS, true);
            if (false === $digit || (0 === $i && 0 === $digit && $count > 4)) {
                throw BadData::at('text', \sprintf('band %d is a digit: %s means none there. Read it from the other end', $i + 1, $bands[$i]));
            }
            $ohms = 10 * $ohms + $digit;
        }
        $tolerance = match (true) {
            3 === $count || 'none' === $bands[$digits + 1] => self::UNMARKED_PERCENT,
            default => self::TOLERANCES_PERCENT[$bands[$digits + 1]] ?? throw BadData::at('text', \sprintf('%s is no tolerance', $bands[$digits + 1])),
        };

        return new MarkedValue($ohms * self::multiplier($bands[$digits]), 'Ω', $tolerance, $bands);
    }

    /**
     * The bands of a value: four for two-digit tolerances of 5 % and more, else five.
     *
     * @param float $ohms above zero
     *
     * @return list<string>
     *
     * @throws BadData when no bands say that value or tolerance
     */
    public static function write(float $ohms, float $tolerancePercent): array
    {
        $tolerance = self::UNMARKED_PERCENT === $tolerancePercent ? null : array_search($tolerancePercent, self::TOLERANCES_PERCENT, true);
        if (false === $tolerance || $ohms <= 0.0) {
            throw BadData::at(false === $tolerance ? 'tolerancePercent' : 'resistanceOhms', 'no band says this');
        }
        $digits = $tolerancePercent >= 5.0 ? 2 : 3;
        $exponent = (int) floor(log10($ohms * (1 + 1e-9))) - $digits + 1;
        $figure = (int) round($ohms / 10.0 ** $exponent);
        if (abs($figure * 10.0 ** $exponent / $ohms - 1) > 1e-6) {
            throw BadData::at('resistanceOhms', \sprintf('%d bands hold no more than %d digits', $digits + 2, $digits));
        }
        if ($exponent < -2 || $exponent > 9) {
            throw BadData::at('resistanceOhms', 'no band multiplies so far');
        }
        $bands = array_map(static fn (string $d): string => self::COLOURS[(int) $d], str_split((string) $figure));
        $bands[] = match ($exponent) {
            -1 => 'gold',
            -2 => 'silver',
            default => self::COLOURS[$exponent],
        };

        return null === $tolerance ? $bands : [...$bands, $tolerance];
    }

    private static function multiplier(string $colour): float
    {
        $power = array_search($colour, self::COLOURS, true);

        return match (true) {
            'gold' === $colour => 0.1,
            'silver' === $colour => 0.01,
            false === $power => throw BadData::at('text', \sprintf('%s multiplies by nothing', $colour)),
            default => 10.0 ** $power,
        };
    }

    private static function colour(string $word): string
    {
        $colour = self::SPELLINGS[$word] ?? $word;

        return 'none' === $colour || isset(self::TOLERANCES_PERCENT[$colour]) || \in_array($colour, self::COLOURS, true) ? $colour : throw BadData::at('text', \sprintf('“%s” is no colour of the code', mb_substr($word, 0, 20)));
    }
}
