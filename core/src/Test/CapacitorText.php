<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Quantity\Unit;

/**
 * A capacitor's figures in one line: `22.1 1.8 90u@450/3m`, that is 22.1 µF, 1.8 Ω ESR, 90 µA at 450 V after 3 minutes.
 *
 * A capacitance without a prefix is in microfarads; each figure may be left out (`-`), and `none` or `0` means that there is none.
 */
final class CapacitorText
{
    /**
     * farads, esrOhms, leakAmperes, leakVolts, leakMinutes as far as given.
     *
     * @throws CannotRead
     * @throws BadData
     */
    public static function read(string $text): TypedAnswer
    {
        $figures = [];
        $place = 0;
        $words = preg_split('/\s+/', trim($text), -1, \PREG_SPLIT_NO_EMPTY);
        foreach (false === $words ? [] : $words as $word) {
            if (str_contains($word, '@')) {
                $figures += isset($figures['leakAmperes']) ? throw BadData::at('text', 'the leakage is there twice') : self::leakage($word);
                continue;
            }
            if ('-' !== $word && '–' !== $word) {
                $figures += match ($place) {
                    0 => ['farads' => self::farads($word)],
                    1 => ['esrOhms' => QuantityParser::parse($word, Unit::Ohms)],
                    default => throw BadData::at('text', \sprintf('“%s” is one figure too many: µF, ESR, leakage@volts/minutes', mb_substr($word, 0, 20))),
                };
            }
            ++$place;
        }
        foreach ($figures as $name => $figure) {
            if ($figure->value < 0.0) {
                throw BadData::at('text', \sprintf('%s cannot be negative: change the probes round', match ($name) {
                    'farads' => 'capacitance', 'esrOhms' => 'ESR', default => 'leakage',
                }));
            }
        }
        if ([] === $figures) {
            throw BadData::at('text', 'µF, ESR and leakage, such as 22.1 1.8 90u@450/3m');
        }

        return new TypedAnswer($figures);
    }

    /** @throws CannotRead */
    public static function farads(string $word): Quantity
    {
        if (\in_array(strtolower($word), ['none', 'open', 'dead'], true)) {
            return new Quantity($word, ReadingKind::Below, 1e-9, Unit::Farads, 1e-9);
        }
        // A bare figure is in microfarads, as capacitors are marked: nobody owns a 22 F part.
        if (1 !== preg_match('/^[<>]?[0-9.,]+$/', $word)) {
            return QuantityParser::parse($word, Unit::Farads);
        }
        $figure = QuantityParser::parse($word.'u', Unit::Farads);

        return new Quantity($word, $figure->kind, $figure->value, Unit::Farads, $figure->resolution);
    }

    /** @return array<string, Quantity> */
    private static function leakage(string $word): array
    {
        if (1 !== preg_match('/^(?<leak>[^@\/]+)@(?<volts>[^@\/]+)(?:\/(?<minutes>[0-9]+(?:[.,][0-9]+)?)(?:m|min)?)?$/u', $word, $m)) {
            throw BadData::at('text', \sprintf('“%s” is no leakage: amperes@volts/minutes, such as 90u@450/3m', mb_substr($word, 0, 20)));
        }
        $leak = 'none' === strtolower($m['leak']) ? new Quantity($m['leak'], ReadingKind::Below, 0.0, Unit::Amperes, 0.0) : QuantityParser::parse($m['leak'], Unit::Amperes);
        if (ReadingKind::Value === $leak->kind && $leak->value >= 1.0) {
            throw BadData::at('text', \sprintf('%s of leakage is no capacitor: 90u is ninety microamperes', $leak->understood()));
        }
        $figures = ['leakAmperes' => $leak, 'leakVolts' => QuantityParser::parse($m['volts'], Unit::Volts)];
        if (isset($m['minutes'])) {
            $figures['leakMinutes'] = QuantityParser::parse($m['minutes']);
        }

        return $figures;
    }
}
