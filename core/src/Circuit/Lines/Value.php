<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;

/** Figures on a line: `1k5`, `22n`, `R5=100k/2W/5%`, `C6=25u/450`, `P1=500k@0.5`, `4H/96`. */
final class Value
{
    /** @return float|array<string, mixed>|null a resistor: bare ohms where there is nothing else to say; null when the word is none */
    public static function part(string $word): float|array|null
    {
        [$ids, $rest] = self::named($word);
        $pieces = explode('/', $rest);
        $ohms = 1 === preg_match('/[unpµ]/u', $pieces[0]) ? null : self::figure($pieces[0], Unit::Ohms);
        if (null === $ohms) {
            return null;
        }
        $part = [...$ids, 'ohms' => $ohms];
        foreach (\array_slice($pieces, 1) as $piece) {
            if (1 === preg_match('/^([\d.,]+)([W%])$/i', $piece, $m)) {
                $part['%' === $m[2] ? 'tolerancePercent' : 'watts'] = (float) str_replace(',', '.', $m[1]);
            } else {
                return null;
            }
        }

        return ['ohms' => $ohms] === $part ? $ohms : $part;
    }

    /** @return float|array<string, mixed>|null farads; a bare number where there is neither id nor rating */
    public static function capacitor(string $word): float|array|null
    {
        [$ids, $rest] = self::named($word);
        $pieces = explode('/', $rest);
        $farads = 1 === preg_match('/[munpµ]F?$|[unpµ][0-9]+$/iu', $pieces[0]) ? self::figure($pieces[0], Unit::Farads) : null;
        if (null === $farads || \count($pieces) > 2) {
            return null;
        }
        $capacitor = [...$ids, 'farads' => $farads];
        if (isset($pieces[1])) {
            $volts = self::number(rtrim($pieces[1], 'vV'));
            if (null === $volts) {
                return null;
            }
            $capacitor['ratedVolts'] = $volts;
        }

        return ['farads' => $farads] === $capacitor ? $farads : $capacitor;
    }

    /** @return array<string, mixed>|null */
    public static function control(string $word): ?array
    {
        [$ids, $rest] = self::named($word);
        $pieces = explode('@', $rest);
        $ohms = self::figure($pieces[0], Unit::Ohms);
        $context = isset($pieces[1]) ? self::number($pieces[1]) : null;
        if (null === $ohms || \count($pieces) > 2 || (isset($pieces[1]) && null === $context)) {
            return null;
        }

        return [...$ids, 'ohms' => $ohms, ...(null === $context ? [] : ['setting' => $context])];
    }

    /** @return array<string, mixed>|null henries and ohms */
    public static function choke(string $word): ?array
    {
        [$ids, $rest] = self::named($word);
        $pieces = explode('/', $rest);
        $henries = self::figure($pieces[0], Unit::Henries);
        $ohms = isset($pieces[1]) ? self::figure($pieces[1], Unit::Ohms) : null;

        return null === $henries || null === $ohms || \count($pieces) > 2 ? null : [...$ids, 'henries' => $henries, 'ohms' => $ohms];
    }

    public static function number(string $word): ?float
    {
        $word = str_replace(',', '.', $word);

        return is_numeric($word) && is_finite((float) $word) ? (float) $word : null;
    }

    public static function ohms(string $word): ?float
    {
        return self::figure($word, Unit::Ohms);
    }

    private static function figure(string $word, Unit $unit): ?float
    {
        try {
            $quantity = QuantityParser::parse(str_starts_with($word, '.') ? '0'.$word : $word, $unit);
        } catch (CannotRead) {
            return null;
        }

        // 22 × 10⁻⁹ is to be the same number as 2.2 × 10⁻⁸.
        return $quantity->value > 0.0 ? (float) \sprintf('%.12g', $quantity->value) : null;
    }

    /** @return array{array<string, mixed>, string} the id or ids before `=`, and what follows */
    private static function named(string $word): array
    {
        if (1 !== preg_match('/^([A-Za-z][A-Za-z0-9.\/+,-]*)=(.+)$/', $word, $m)) {
            return [[], $word];
        }
        $ids = explode(',', $m[1]);

        return [1 === \count($ids) ? ['id' => $ids[0]] : ['ids' => $ids], $m[2]];
    }

    /** Shortest way of writing a figure: 100000 → 100k, 1500 → 1k5, 2.2e-8 → 22n. */
    public static function short(float $value): string
    {
        foreach ([['M', 1e6], ['k', 1e3], ['', 1.0], ['m', 1e-3], ['u', 1e-6], ['n', 1e-9], ['p', 1e-12]] as [$letter, $scale]) {
            $figure = $value / $scale;
            if ($figure >= 0.99999999 || 'p' === $letter) {
                $text = \sprintf('%.10g', $figure);
                if ('' === $letter) {
                    return $text;
                }

                return str_contains($text, '.') && !str_contains($text, 'e') ? str_replace('.', $letter, $text) : $text.$letter;
            }
        }

        return \sprintf('%.10g', $value);
    }
}
