<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Tube\TubeCatalogue;

/** Fills the slots of one line's form with its words, and learns the tubes' types on the way. */
final class SlotReader
{
    /** Whose winding is meant where a line names none. */
    public string $transformer = 'T1';

    /** @param array<string, string> $tubes type by position, as known so far */
    public function __construct(private readonly TubeCatalogue $catalogue, public array $tubes)
    {
    }

    /**
     * @param string       $word  that begins the line
     * @param list<string> $words after it
     *
     * @return array<string, mixed>
     *
     * @throws LineFault
     */
    public function fields(string $word, array $words): array
    {
        $slots = LineForms::of($word);
        $block = LineForms::WORDS[$word];
        $open = array_values(array_filter($slots, static fn (Slot $s): bool => null === $s->keyword));
        $first = true;
        while ([] !== $words) {
            $keyword = $this->keyword($slots, strtolower($words[0]), $words);
            if (null !== $keyword) {
                $spoken = array_shift($words);
                if (!$this->take($keyword, $words, $block)) {
                    throw LineFault::wants($spoken, self::looks($keyword->type));
                }
                if (null !== $keyword->second && [] !== $words && $this->takeSecond($keyword->second, $words[0], $block)) {
                    array_shift($words);
                }
                continue;
            }
            $taken = false;
            foreach ($open as $i => $slot) {
                if (('id' !== $slot->type || $first) && $this->take($slot, $words, $block)) {
                    unset($open[$i]);
                    $taken = true;
                    break;
                }
            }
            if (!$taken) {
                throw LineFault::leftOver($words[0]);
            }
            $first = false;
        }

        return $block;
    }

    /**
     * @param list<Slot>   $slots
     * @param list<string> $words
     */
    private function keyword(array $slots, string $word, array $words): ?Slot
    {
        foreach ($slots as $slot) {
            if ($slot->keyword === $word && ('flag' === $slot->type || \count($words) > 1)) {
                return $slot;
            }
        }

        return null;
    }

    /** @param array<string, mixed> $block */
    private function takeSecond(string $field, string $word, array &$block): bool
    {
        $value = 'secondaryOhms' === $field ? Value::number($word) : Value::capacitor($word);
        if (null === $value) {
            return false;
        }
        $block[$field] = $value;

        return true;
    }

    /**
     * Takes what a slot wants off the front of the words.
     *
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private function take(Slot $slot, array &$words, array &$block): bool
    {
        $word = $words[0] ?? '';
        $taken = match ($slot->type) {
            'tube' => $this->tube($slot, $words, $block),
            'typed' => $this->typed($slot->field, $words, $block),
            'sides' => $this->sides($slot->field, $words, $block),
            'caps' => self::capacitors($slot->field, $words, $block),
            'windings' => self::windings($words, $block),
            'winding' => $this->winding($words, $block),
            'text' => self::rest($slot->field, $words, $block),
            'flag' => self::flag($slot->field, $block),
            default => null,
        };
        if (null !== $taken) {
            return $taken;
        }
        $value = match ($slot->type) {
            'id' => 1 === preg_match('/^[A-Z][A-Za-z]*\d*$/', $word) && 1 !== preg_match('/^V\d/', $word) ? $word : null,
            'node' => 1 === preg_match('/^[A-Z][A-Za-z0-9+-]*$/', $word) && !$this->isTube($word) ? $word : null,
            'place', 'word' => 1 === preg_match('~^[A-Za-z][A-Za-z0-9./+-]*$~', $word) ? $word : null,
            'places' => 1 === preg_match('~^[A-Za-z][A-Za-z0-9./+-]*(,[A-Za-z][A-Za-z0-9./+-]*)?$~', $word) ? explode(',', $word) : null,
            'rectifier' => LineForms::RECTIFIERS[strtolower($word)] ?? null,
            'part' => Value::part($word),
            'cap' => Value::capacitor($word),
            'control' => Value::control($word),
            'either' => str_contains($word, '@') ? Value::control($word) : Value::part($word),
            'choke' => Value::choke($word),
            'number' => Value::number($word),
            'value' => Value::ohms($word),
            'halves' => self::halves($word),
            default => $this->positions($word),
        };
        if (null === $value) {
            return false;
        }
        $block[$slot->field] = $value;
        if ('screenSupply' === $slot->field) {
            $block['screens'] = 'supply';
        } elseif ('tapShare' === $slot->field) {
            $block['screens'] = 'tap';
        }
        array_shift($words);

        return true;
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private function tube(Slot $slot, array &$words, array &$block): bool
    {
        if (1 !== preg_match('/^(V\d+)([a-z])?$/', $words[0] ?? '', $m)) {
            return false;
        }
        array_shift($words);
        $this->type($m[1], $words);
        $sections = array_map(strval(...), array_keys($this->catalogue->find($this->tubes[$m[1]])->sections ?? []));
        $section = $sections[isset($m[2]) ? \ord($m[2]) - 97 : 0] ?? throw new LineFault(\sprintf('a %s has no section %s', $this->tubes[$m[1]], $m[2] ?? 'a'));
        $block[$slot->field] = $m[1];
        $block[$slot->second ?? 'section'] = $section;

        return true;
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private function typed(string $field, array &$words, array &$block): bool
    {
        if (1 !== preg_match('/^V\d+$/', $words[0] ?? '')) {
            return false;
        }
        $block[$field] = array_shift($words);
        $this->type($block[$field], $words);

        return true;
    }

    /** @param list<string> $words */
    private function type(string $position, array &$words): void
    {
        $word = $words[0] ?? '';
        if (null !== $this->catalogue->find($word)) {
            $this->tubes[$position] = $word;
            array_shift($words);
        } elseif (!isset($this->tubes[$position])) {
            throw 1 === preg_match('/^\d+[A-Z]/i', $word) && null === Value::part($word) ? LineFault::unknownType($word) : LineFault::untyped($position);
        }
    }

    /**
     * `V4/V5 6L6GC`, `V2,V3/V4,V5 6550`, `V2 6V6GT`.
     *
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private function sides(string $field, array &$words, array &$block): bool
    {
        if (1 !== preg_match('~^V\d+(,V\d+)*(/V\d+(,V\d+)*)?$~', $words[0] ?? '')) {
            return false;
        }
        $sides = array_map(static fn (string $side): array => explode(',', $side), explode('/', $words[0]));
        array_shift($words);
        if (\count($sides) !== ('sides' === $field ? 2 : 1)) {
            throw new LineFault('sides' === $field ? 'a push-pull stage has two sides: “V4/V5”' : 'a single-ended stage has one side');
        }
        $type = null !== $this->catalogue->find($words[0] ?? '') ? array_shift($words) : null;
        foreach (array_merge(...$sides) as $position) {
            $this->tubes[$position] = $type ?? $this->tubes[$position] ?? throw LineFault::untyped($position);
        }
        if ('sides' === $field) {
            [$block['tubesA'], $block['tubesB']] = $sides;
        } else {
            $block['tubes'] = $sides[0];
        }

        return true;
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private static function capacitors(string $field, array &$words, array &$block): bool
    {
        $capacitors = [];
        while ([] !== $words && null !== ($capacitor = Value::capacitor($words[0]))) {
            $capacitors[] = \is_array($capacitor) ? $capacitor : ['farads' => $capacitor];
            array_shift($words);
        }
        if ([] === $capacitors) {
            return false;
        }
        $block[$field] = $capacitors;

        return true;
    }

    /**
     * `ht 650/86 heater 6.55/0.035`: off-load volts and ohms.
     *
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private static function windings(array &$words, array &$block): bool
    {
        $windings = [];
        while (\count($words) > 1 && 1 === preg_match('/^[a-z][a-z0-9]*$/', $words[0]) && 1 === preg_match('~^([\d.,]+)/([\d.,]+)$~', $words[1], $m)) {
            $windings[] = ['id' => array_shift($words), 'volts' => Value::number($m[1]) ?? 0.0, 'ohms' => Value::number($m[2]) ?? 0.0];
            array_shift($words);
        }
        if ([] === $windings) {
            return false;
        }
        $block['windings'] = $windings;

        return true;
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private function winding(array &$words, array &$block): bool
    {
        if (1 !== preg_match('~^(?:([A-Z]\w*)/)?([a-z][a-z0-9]*)(?:\*([\d.,]+))?$~', $words[0] ?? '', $m) || isset(LineForms::RECTIFIERS[$words[0]])) {
            return false;
        }
        $block['winding'] = ('' === $m[1] ? $this->transformer : $m[1]).'/'.$m[2];
        if (isset($m[3])) {
            $block['share'] = Value::number($m[3]);
        }
        array_shift($words);

        return true;
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $block
     */
    private static function rest(string $field, array &$words, array &$block): bool
    {
        $block[$field] = implode(' ', $words);
        $words = [];

        return '' !== $block[$field];
    }

    /** @param array<string, mixed> $block */
    private static function flag(string $field, array &$block): bool
    {
        $block[$field] = 'screens' === $field ? 'plate' : false;

        return true;
    }

    /** @return list<string>|null `V1-V5,V7` */
    private function positions(string $word): ?array
    {
        $positions = [];
        foreach (explode(',', $word) as $piece) {
            if (1 !== preg_match('/^V(\d+)(?:-V?(\d+))?$/', $piece, $m)) {
                return null;
            }
            foreach (range((int) $m[1], min((int) ($m[2] ?? $m[1]), (int) $m[1] + 40)) as $number) {
                $positions[] = isset($this->tubes['V'.$number]) ? 'V'.$number : throw LineFault::untyped('V'.$number);
            }
        }

        return $positions;
    }

    /** @return list<float>|null `58/66` */
    private static function halves(string $word): ?array
    {
        $halves = array_map(Value::number(...), explode('/', $word));

        return \in_array(null, $halves, true) || \count($halves) > 2 ? null : $halves;
    }

    private function isTube(string $word): bool
    {
        return 1 === preg_match('/^V\d/', $word) || null !== $this->catalogue->find($word);
    }

    private static function looks(string $type): string
    {
        return match ($type) {
            'part', 'value' => 'a resistance such as 100k',
            'cap', 'caps' => 'a capacitor such as 22n or 50u/450',
            'control' => 'a control such as 500k@0.5',
            'choke' => 'a choke such as 4H/96',
            'number' => 'a number',
            'halves' => 'the halves’ ohms such as 58/66',
            'typed' => 'a tube such as V6 5AR4',
            default => 'a place or a word',
        };
    }
}
