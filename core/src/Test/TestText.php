<?php

declare(strict_types=1);

namespace Yew\Core\Test;

use Yew\Core\Bench\FuseMark;
use Yew\Core\Codec\BadData;
use Yew\Core\Quantity\CannotRead;
use Yew\Core\Quantity\Quantity;
use Yew\Core\Quantity\QuantityParser;
use Yew\Core\Quantity\ReadingKind;
use Yew\Core\Quantity\Unit;

/** Reads what is typed for a test, by the grammar of its kind. */
final class TestText
{
    private const CONTACT_FAULTS = ['loose', 'dirty', 'burnt', 'bent', 'missing'];

    /**
     * @throws CannotRead when a figure cannot be read
     * @throws BadData    when the text does not fit the test otherwise
     */
    public static function read(TestKind $kind, string $text): TypedAnswer
    {
        $typed = trim($text);
        if ('' === $typed) {
            throw CannotRead::empty();
        }

        return match ($kind->definition()->grammar) {
            Grammar::Figures => new TypedAnswer(self::checked($kind, self::figures($kind, $typed))),
            Grammar::TapAndFigures => self::tapped($kind, $typed),
            Grammar::Choice => new TypedAnswer([], ['choice' => self::choice($kind, $typed)]),
            Grammar::Fuse => new TypedAnswer([], self::fuse($typed)),
            Grammar::DateCode => new TypedAnswer([], ['mark' => $typed]),
            Grammar::Capacitor => CapacitorText::read($typed),
            Grammar::Contacts => new TypedAnswer([], ['faults' => self::contacts($typed)]),
            Grammar::Designation => throw BadData::at('text', 'a type is said as a change of the unit: found V4 6L6GC'),
            Grammar::Fitted => throw BadData::at('text', 'a part is said as a change of the unit: R14 new, R14 12k'),
            Grammar::Shorts => TubeText::shorts($typed),
            Grammar::TubeFigures => TubeText::figures($typed),
            Grammar::Gas => TubeText::gas($typed),
            Grammar::Tester => TubeText::tester($typed),
        };
    }

    /** @return array<string, Quantity> */
    private static function figures(TestKind $kind, string $text): array
    {
        $names = array_map(static fn (TestFigure $f): ?Unit => $f->unit, $kind->definition()->figures);
        $parts = array_map(trim(...), explode('/', $text));
        $least = \count($names) - $kind->definition()->optionalFigures;
        if (\count($parts) < $least || \count($parts) > \count($names)) {
            throw BadData::at('text', \sprintf('%s with slashes between: %s', 1 === \count($names) ? 'one figure belongs here' : \sprintf('%d figures belong here', $least), self::form($kind)));
        }
        $figures = [];
        foreach ($parts as $i => $part) {
            $name = array_keys($names)[$i];
            $unit = $names[$name];
            $figure = Unit::Farads === $unit ? CapacitorText::farads($part) : QuantityParser::parse($part, $unit);
            if (null === $unit) {
                $figure = null === $figure->unit ? QuantityParser::parse($part, Unit::Ohms) : $figure;
                $unit = $figure->unit;
                if (Unit::Ohms !== $unit && Unit::Amperes !== $unit) {
                    throw CannotRead::otherUnit($figure, Unit::Ohms);
                }
                $name = Unit::Amperes === $unit ? 'leakAmperes' : 'leakOhms';
                $figure = new Quantity($figure->text, $figure->kind, $figure->value, $unit, $figure->resolution);
            }
            $figures[$name] = $figure;
        }

        return $figures;
    }

    /**
     * @param array<string, Quantity> $figures
     *
     * @return array<string, Quantity>
     */
    private static function checked(TestKind $kind, array $figures): array
    {
        foreach ($figures as $name => $figure) {
            if ($figure->value < 0.0 && Unit::Celsius !== $figure->unit) {
                throw BadData::at('text', \sprintf('%s cannot be negative: change the probes round, or look for charge', self::words($name)));
            }
            if (0.0 === $figure->value && ReadingKind::Value === $figure->kind && !$kind->definition()->figure($name)->zeroIsAnswer) {
                throw BadData::at('text', \sprintf('%s of nothing tells nothing: is the source on?', self::words($name)));
            }
        }

        return $figures;
    }

    private static function tapped(TestKind $kind, string $text): TypedAnswer
    {
        if (1 !== preg_match('/^(?:(?<tap>[0-9]+(?:[.,][0-9]+)?)\s*(?:Ω|ohms?|R)?[\s:]+)?(?<rest>\S+)$/u', (string) preg_replace('/\s*\/\s*/', '/', $text), $m)) {
            throw BadData::at('text', 'primary and secondary volts with a slash belong here, the tap before them where it is another: 16 11.0/0.72');
        }
        $figures = self::checked($kind, self::figures($kind, $m['rest']));

        return new TypedAnswer($figures, '' === $m['tap'] ? [] : ['tap' => str_replace(',', '.', $m['tap'])]);
    }

    /** An answer by its words, their beginning, or its number in the list. */
    private static function choice(TestKind $kind, string $text): string
    {
        $choices = $kind->definition()->choices;
        $typed = str_replace(' ', '-', strtolower($text));
        if (1 === preg_match('/^\d+$/', $typed) && isset($choices[(int) $typed - 1])) {
            return $choices[(int) $typed - 1];
        }
        $fitting = array_values(array_filter($choices, static fn (string $c): bool => str_starts_with($c, $typed)));

        return match (\count($fitting)) {
            1 => $fitting[0],
            default => \in_array($typed, $choices, true) ? $typed : throw BadData::at('text', \sprintf('one of these: %s', implode(', ', array_map(static fn (string $c): string => str_replace('-', ' ', $c), $choices)))),
        };
    }

    /** @return array<string, mixed> */
    private static function fuse(string $text): array
    {
        if (\in_array(strtolower($text), ['none', 'missing', 'bridged', 'blown'], true)) {
            return ['choice' => strtolower($text)];
        }
        $mark = FuseMark::read($text);

        return ['amperes' => $mark->amperes, 'characteristic' => $mark->characteristic, 'volts' => $mark->volts, 'family' => $mark->family->value];
    }

    /** @return array<int|string, string> what is wrong, by pin; empty when all are good */
    private static function contacts(string $text): array
    {
        if (\in_array(strtolower($text), ['ok', 'good', 'all good'], true)) {
            return [];
        }
        $faults = [];
        foreach (explode(',', strtolower($text)) as $part) {
            if (1 !== preg_match('/^\s*(\d{1,2})\s+([a-z]+)\s*$/', $part, $m)) {
                throw BadData::at('text', 'ok, or pins with what is wrong: 5 loose, 3 dirty');
            }
            $fitting = array_values(array_filter(self::CONTACT_FAULTS, static fn (string $f): bool => str_starts_with($f, $m[2])));
            $faults[$m[1]] = 1 === \count($fitting) ? $fitting[0] : throw BadData::at('text', \sprintf('pin %s is %s', $m[1], implode(', ', self::CONTACT_FAULTS)));
        }

        return $faults;
    }

    private static function form(TestKind $kind): string
    {
        return implode('/', array_map(self::words(...), array_keys($kind->definition()->figures)));
    }

    /** otherHalfVolts → other half volts */
    public static function words(string $name): string
    {
        return strtolower((string) preg_replace('/(?<!^)(?=[A-Z])/', ' ', $name));
    }
}
