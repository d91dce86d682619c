<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Tube\TubeCatalogue;

/** Writes the circuit of a sheet as lines that LineReader reads back to the same circuit. */
final class LineWriter
{
    /** @var array<string, true> positions whose type was written already */
    private array $typed = [];

    /** @param array<string, string> $tubes type by position */
    private function __construct(private readonly TubeCatalogue $catalogue, private readonly array $tubes)
    {
    }

    /**
     * @param array<mixed>          $circuit as a sheet holds it
     * @param array<string, string> $tubes   type by position
     */
    public static function text(array $circuit, TubeCatalogue $catalogue, array $tubes): string
    {
        $writer = new self($catalogue, $tubes);
        $lines = [];
        foreach (\is_array($circuit['blocks'] ?? null) ? $circuit['blocks'] : [] as $block) {
            $lines[] = \is_array($block) ? $writer->line($block) : '';
        }
        foreach (\is_array($circuit['elements'] ?? null) ? $circuit['elements'] : [] as $element) {
            $lines[] = \is_array($element) ? self::loose($element) : '';
        }

        return implode("\n", array_filter($lines, static fn (string $l): bool => '' !== $l));
    }

    /** @param array<mixed> $block */
    private function line(array $block): string
    {
        $word = LineForms::wordOf($block['kind'] ?? null, $block['style'] ?? $block['mode'] ?? null);
        $words = [$word];
        foreach (LineForms::of($word) as $slot) {
            $said = $this->said($slot, $block);
            if (null === $said) {
                continue;
            }
            if (null !== $slot->keyword) {
                $words[] = $slot->keyword;
            }
            if ('' !== $said) {
                $words[] = $said;
            }
            $second = null === $slot->second || 'tube' === $slot->type ? null : $block[$slot->second] ?? null;
            if (null !== $second) {
                $words[] = 'secondaryOhms' === $slot->second ? self::number($second) : self::capacitor($second);
            }
        }

        return implode(' ', $words);
    }

    /** @param array<mixed> $block */
    private function said(Slot $slot, array $block): ?string
    {
        $value = 'sides' === $slot->field ? $block['tubesA'] ?? null : $block[$slot->field] ?? null;
        if (null === $value || ('share' === $slot->field && isset($block['winding']))) {
            return null;
        }

        return match ($slot->type) {
            'tube' => $this->tube($value, $block[$slot->second ?? 'section'] ?? null),
            'typed' => $this->positionAndType($value),
            'sides' => $this->sides($block),
            'caps' => implode(' ', array_map(self::capacitor(...), \is_array($value) ? $value : [])),
            'cap' => self::capacitor($value),
            'part' => self::part($value),
            'control' => self::control($value),
            'either' => \is_array($value) && isset($value['setting']) ? self::control($value) : self::part($value),
            'choke' => \is_array($value) ? self::named($value).Value::short(self::float($value['henries'] ?? 0)).'H/'.Value::short(self::float($value['ohms'] ?? 0)) : null,
            'number' => self::number($value),
            'value' => Value::short(self::float($value)),
            'halves' => implode('/', array_map(self::number(...), \is_array($value) ? $value : [])),
            'windings' => implode(' ', array_map(static fn (mixed $w): string => \is_array($w) ? self::text1($w['id'] ?? '').' '.self::number($w['volts'] ?? 0).'/'.self::number($w['ohms'] ?? 0) : '', \is_array($value) ? $value : [])),
            'winding' => self::text1($value).(isset($block['share']) ? '*'.self::number($block['share']) : ''),
            'rectifier' => (string) array_search($value, LineForms::RECTIFIERS, true),
            'positions', 'places' => implode(',', array_map(self::text1(...), \is_array($value) ? $value : [])),
            'flag' => ('screens' === $slot->field ? 'plate' === $value : false === $value) ? '' : null,
            default => self::text1($value),
        };
    }

    private function tube(mixed $position, mixed $section): string
    {
        $position = self::text1($position);
        $names = array_map(strval(...), array_keys($this->catalogue->find($this->tubes[$position] ?? '')->sections ?? []));
        $index = null === $section ? 0 : (int) array_search(self::text1($section), $names, true);
        $type = $this->type($position);

        return $position.($index > 0 ? \chr(97 + $index) : '').('' === $type ? '' : ' '.$type);
    }

    private function positionAndType(mixed $position): string
    {
        $type = $this->type(self::text1($position));

        return self::text1($position).('' === $type ? '' : ' '.$type);
    }

    /** @param array<mixed> $block */
    private function sides(array $block): string
    {
        $sides = array_values(array_filter([$block['tubes'] ?? null, $block['tubesA'] ?? null, $block['tubesB'] ?? null], is_array(...)));
        $types = array_unique(array_map(fn (mixed $p): string => $this->type(self::text1($p)), array_merge(...$sides)));

        return implode('/', array_map(static fn (array $side): string => implode(',', array_map(self::text1(...), $side)), $sides)).(1 === \count($types) && '' !== $types[0] ? ' '.$types[0] : '');
    }

    /** The type where a position is named first, nothing later on. */
    private function type(string $position): string
    {
        if (isset($this->typed[$position])) {
            return '';
        }
        $this->typed[$position] = true;

        return $this->tubes[$position] ?? '';
    }

    private static function part(mixed $part): string
    {
        if (!\is_array($part)) {
            return Value::short(self::float($part));
        }

        return self::named($part).Value::short(self::float($part['ohms'] ?? 0)).(isset($part['watts']) ? '/'.self::number($part['watts']).'W' : '').(isset($part['tolerancePercent']) ? '/'.self::number($part['tolerancePercent']).'%' : '');
    }

    private static function capacitor(mixed $capacitor): string
    {
        if (!\is_array($capacitor)) {
            return Value::short(self::float($capacitor));
        }

        return self::named($capacitor).Value::short(self::float($capacitor['farads'] ?? 0)).(isset($capacitor['ratedVolts']) ? '/'.self::number($capacitor['ratedVolts']) : '');
    }

    private static function control(mixed $control): string
    {
        return \is_array($control) ? self::named($control).Value::short(self::float($control['ohms'] ?? 0)).(isset($control['setting']) ? '@'.self::number($control['setting']) : '') : '';
    }

    /** @param array<mixed> $part */
    private static function named(array $part): string
    {
        $ids = \is_array($part['ids'] ?? null) ? implode(',', array_map(self::text1(...), $part['ids'])) : self::text1($part['id'] ?? '');

        return '' === $ids ? '' : $ids.'=';
    }

    /** @param array<mixed> $element */
    private static function loose(array $element): string
    {
        $between = \is_array($element['between'] ?? null) ? array_map(self::text1(...), array_values($element['between'])) : [];
        if ('control' === ($element['kind'] ?? null) && 2 === \count($between)) {
            return implode(' ', [LineForms::CONTROL, self::text1($element['id'] ?? ''), $between[0], self::text1($element['wiper'] ?? ''), $between[1], self::control(array_diff_key($element, ['id' => 0]))]);
        }
        foreach (LineForms::LOOSE as $word => [$kind, $unit]) {
            if ($kind === ($element['kind'] ?? null) && 2 === \count($between)) {
                return implode(' ', [$word, self::text1($element['id'] ?? ''), ...$between, 'ohms' === $unit ? self::part(array_diff_key($element, ['id' => 0])) : self::capacitor(array_diff_key($element, ['id' => 0]))]);
            }
        }

        return '# '.self::text1($element['id'] ?? '').' cannot be written as a line';
    }

    private static function number(mixed $value): string
    {
        return \sprintf('%.10g', self::float($value));
    }

    private static function float(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }

    private static function text1(mixed $value): string
    {
        return \is_scalar($value) ? (string) $value : '';
    }
}
