<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\Unit;

/** Reads what a tube tester shows, in the terms of any tester (TUBE-1). */
final class TubeText
{
    /** Names of electrodes as people type them; `g1` to `g3` count from the cathode. */
    private const ELECTRODES = [
        'p' => 'plate', 'a' => 'plate', 'plate' => 'plate', 'anode' => 'plate',
        'g' => 'grid', 'g1' => 'grid', 'grid' => 'grid',
        's' => 'screen', 'g2' => 'screen', 'screen' => 'screen',
        'g3' => 'suppressor', 'suppressor' => 'suppressor',
        'k' => 'cathode', 'c' => 'cathode', 'cathode' => 'cathode',
        'h' => 'heater', 'f' => 'heater', 'heater' => 'heater', 'filament' => 'heater',
        'shield' => 'shield',
    ];
    /** Kept under which name, and as the good mark of the instrument under which. */
    private const NAMES = ['A' => ['plateAmperes', 'goodAmperes'], 'S' => ['siemens', 'goodSiemens'], '%' => ['percent', 'goodPercent']];
    private const MOST_PAIRS = 12;

    /**
     * said: shorts, each with a, b, and ohms where they leak; a figure `leak1Ohms` and so on beside it keeps the bound.
     *
     * @throws CannotRead
     * @throws BadData
     */
    public static function shorts(string $text): TypedAnswer
    {
        if (\in_array(strtolower($text), ['none', 'ok', 'no', 'clear'], true)) {
            return new TypedAnswer([], ['shorts' => []]);
        }
        $shorts = $figures = [];
        foreach (explode(',', $text, self::MOST_PAIRS + 1) as $i => $pair) {
            if ($i >= self::MOST_PAIRS || 1 !== preg_match('/^\s*(?<a>[A-Za-z]\w*|\d{1,2})\s*[-–]\s*(?<b>[A-Za-z]\w*|\d{1,2})(?:\s+(?<ohms>\S.*?))?\s*$/u', $pair, $m)) {
                throw BadData::at('text', 'none, or what is shorted: g-k, or 3-4 by pins; k-h 2M where it only leaks');
            }
            [$a, $b] = [self::electrode($m['a']), self::electrode($m['b'])];
            if ($a === $b) {
                throw BadData::at('text', \sprintf('%s is joined to itself in every tube', $a));
            }
            $shorts[] = ['a' => $a, 'b' => $b];
            if (isset($m['ohms'])) {
                $figures['leak'.($i + 1).'Ohms'] = QuantityParser::parse($m['ohms'], Unit::Ohms);
            }
        }

        return new TypedAnswer($figures, ['shorts' => $shorts]);
    }

    /** @throws BadData */
    private static function electrode(string $word): string
    {
        return ctype_digit($word) ? (string) (int) $word : self::ELECTRODES[strtolower($word)] ?? throw BadData::at('text', \sprintf('“%s” is no electrode: p, g, s, g3, k, h, or the number of a pin', mb_substr($word, 0, 20)));
    }

    /**
     * plateAmperes, siemens, percent as far as given, and goodAmperes, goodSiemens, goodPercent: the least that the instrument calls good.
     *
     * @throws CannotRead
     * @throws BadData
     */
    public static function figures(string $text): TypedAnswer
    {
        $figures = [];
        $joined = preg_replace(['#mA/V#i', '#\s*/\s*#', '#(?<=[0-9])\s+(?=[a-zA-Zµμ%])#u'], ['mS', '/', ''], $text);
        $words = preg_split('/\s+/', trim((string) $joined), -1, \PREG_SPLIT_NO_EMPTY);
        foreach (false === $words ? [] : $words as $word) {
            $parts = explode('/', $word);
            $figure = QuantityParser::parse($parts[0]);
            [$name, $mark] = self::NAMES[$figure->unit->value ?? ''] ?? throw BadData::at('text', \sprintf('“%s” needs its unit: mA of plate current, mS or umho of transconductance, or the %% of the scale', mb_substr($parts[0], 0, 20)));
            if (isset($figures[$name]) || \count($parts) > 2) {
                throw BadData::at('text', 'each figure once, with the good mark behind a slash: 5200umho/3900');
            }
            $figures[$name] = $figure;
            if (isset($parts[1])) {
                $figures[$mark] = self::mark($parts[1], $parts[0], $figure);
            }
        }
        foreach ($figures as $name => $figure) {
            if ($figure->value < 0.0 || (0.0 === $figure->value && str_starts_with($name, 'good'))) {
                throw BadData::at('text', \sprintf('%s is above zero', TestText::words($name)));
            }
        }

        return [] === $figures ? throw CannotRead::empty() : new TypedAnswer($figures);
    }

    /** The good mark, in the unit of the reading where it names none. */
    private static function mark(string $typed, string $reading, Quantity $figure): Quantity
    {
        $unit = (string) preg_replace('/^[<>]?[0-9.,]+/', '', $reading);
        $mark = QuantityParser::parse(1 === preg_match('/^[0-9.,]+$/', $typed) ? $typed.$unit : $typed);

        return $mark->unit === $figure->unit && null !== $mark->plain() ? $mark : throw BadData::at('text', \sprintf('“%s” is no good mark for %s', mb_substr($typed, 0, 20), $figure->understood()));
    }

    /**
     * gridAmperes, or a choice of ok and gassy.
     *
     * @throws CannotRead
     */
    public static function gas(string $text): TypedAnswer
    {
        $word = strtolower($text);

        return match (true) {
            \in_array($word, ['ok', 'none', 'good'], true) => new TypedAnswer([], ['choice' => 'ok']),
            \in_array($word, ['gassy', 'gas', 'bad'], true) => new TypedAnswer([], ['choice' => 'gassy']),
            default => new TypedAnswer(['gridAmperes' => self::gridCurrent($text)]),
        };
    }

    /** A bare figure is in microamperes: nobody has an ampere of grid current. */
    private static function gridCurrent(string $text): Quantity
    {
        $figure = QuantityParser::parse(1 === preg_match('/^[<>]?\s*-?[0-9.,]+$/', $text) ? $text.'u' : $text, Unit::Amperes);
        if (abs($figure->value) >= 1e-3) {
            throw BadData::at('text', \sprintf('%s of grid current is no tube: 0.3u is three tenths of a microampere', $figure->understood()));
        }

        return new Quantity($text, $figure->kind, abs($figure->value), Unit::Amperes, $figure->resolution);
    }

    /**
     * said: instrument; figures plateVolts, gridVolts, screenVolts, heaterVolts, warmMinutes as far as given.
     *
     * @throws CannotRead
     * @throws BadData
     */
    public static function tester(string $text): TypedAnswer
    {
        $words = array_map(trim(...), explode(',', $text));
        $instrument = array_shift($words);
        if ('' === $instrument || 1 !== preg_match('/[A-Za-z]/', $instrument)) {
            throw BadData::at('text', 'which instrument first, then its setting: bench jig, 250/-12.5/250, 6.3V, 5m');
        }
        $figures = [];
        foreach ($words as $word) {
            $figures += match (true) {
                str_contains($word, '/') => self::electrodeVolts($word),
                1 === preg_match('/^(?<minutes>[0-9]+(?:[.,][0-9]+)?)\s*(?:m|min|minutes)$/i', $word, $m) => ['warmMinutes' => QuantityParser::parse($m['minutes'])],
                default => ['heaterVolts' => QuantityParser::parse($word, Unit::Volts)],
            };
        }

        return new TypedAnswer($figures, ['instrument' => $instrument]);
    }

    /** @return array<string, Quantity> plate/grid, or plate/grid/screen */
    private static function electrodeVolts(string $word): array
    {
        $parts = array_map(static fn (string $p): Quantity => QuantityParser::parse(trim($p), Unit::Volts), explode('/', $word));
        if (\count($parts) > 3 || $parts[0]->value <= 0.0 || $parts[1]->value > 0.0 || (isset($parts[2]) && $parts[2]->value <= 0.0)) {
            throw BadData::at('text', 'plate, grid and screen volts with slashes between, the grid negative: 250/-12.5/250');
        }

        return ['plateVolts' => $parts[0], 'gridVolts' => $parts[1], ...isset($parts[2]) ? ['screenVolts' => $parts[2]] : []];
    }
}
