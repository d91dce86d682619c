<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Lines;

use Yew\Core\Tube\TubeCatalogue;

/**
 * Reads a circuit that was typed a block to a line, in the words of LineForms.
 *
 * What a line leaves out takes the usual value: a grid leak of 1 MΩ, copper in proportion to the primary. A line with a fault is
 * left out and the others stand, so that a picture can follow while one types.
 */
final class LineReader
{
    private const MOST_LINES = 200;
    private const MOST_WORDS = 80;

    /** What is missing, in the words of the bench, where a block cannot do without it. */
    private const NEEDED = [
        'gain' => ['supply' => 'the rail that feeds it', 'plateLoad' => 'the plate load', 'cathodeResistor' => 'the cathode resistor'],
        'follower' => ['supply' => 'the rail that feeds it', 'cathodeResistor' => 'the cathode resistor'],
        'ltp' => ['supply' => 'the rail that feeds it', 'plateLoad' => 'the plate load', 'otherPlateLoad' => 'the other plate load', 'cathodeResistor' => 'the cathode resistor', 'tail' => 'the tail resistor'],
        'cathodyne' => ['supply' => 'the rail that feeds it', 'plateLoad' => 'the plate load', 'cathodeLoad' => 'the cathode load'],
        'paraphase' => ['supply' => 'the rail that feeds it', 'plateLoad' => 'the plate load', 'otherPlateLoad' => 'the other plate load', 'cathodeResistor' => 'the cathode resistor'],
        'pp' => ['supply' => 'the rail that feeds the plates', 'primaryOhms' => 'the primary’s impedance: “ot 6k6”'],
        'se' => ['supply' => 'the rail that feeds the plate', 'primaryOhms' => 'the primary’s impedance: “ot 5k”'],
        'rail' => ['node' => 'the name of the node', 'from' => 'the rail it comes from'],
        'supply' => ['winding' => 'the winding', 'rectifier' => 'the rectifier: hw, ct, bridge, doubler, hwdoubler or choke', 'out' => 'the name of the node it feeds'],
        'bias' => ['winding' => 'the winding', 'out' => 'the node of its reservoir', 'node' => 'the node of the bias', 'dropper' => 'the dropper'],
        'mains' => ['ratedVolts' => 'the mains voltage', 'windings' => 'a winding: “ht 650/86”'],
        'tone' => ['from' => '“from” and a place', 'treble' => '“treble 250k 250p”', 'bass' => '“bass 1M 22n”', 'middle' => '“middle 25k 22n”', 'slope' => '“slope 56k”'],
        'fb' => ['resistor' => 'the resistor', 'from' => '“from” and a place'],
        'heaters' => ['winding' => 'the winding', 'tubes' => 'the tubes'],
    ];

    /** @var list<array<string, mixed>> */
    private array $blocks = [];

    /** @var list<array<string, mixed>> */
    private array $elements = [];

    private function __construct(private readonly SlotReader $slots)
    {
    }

    /** @param array<string, string> $tubes types that the sheet lists already, by position */
    public static function read(string $text, TubeCatalogue $catalogue, array $tubes = []): LinesRead
    {
        $reader = new self(new SlotReader($catalogue, $tubes));
        $lineOf = $elementLines = $faults = [];
        $lines = preg_split('/\r\n|\r|\n/', $text);
        foreach (false === $lines ? [] : $lines as $number => $line) {
            $words = preg_split('/\s+/', trim($line), -1, \PREG_SPLIT_NO_EMPTY);
            if (false === $words || [] === $words || str_starts_with($words[0], '#')) {
                continue;
            }
            if ($number >= self::MOST_LINES || \count($words) > self::MOST_WORDS) {
                $faults[$number] = $number >= self::MOST_LINES ? \sprintf('more than %d lines', self::MOST_LINES) : \sprintf('more than %d words', self::MOST_WORDS);
                continue;
            }
            try {
                if ($reader->line($words)) {
                    $lineOf[] = $number;
                } else {
                    $elementLines[] = $number;
                }
            } catch (LineFault $e) {
                $faults[$number] = $e->getMessage();
            }
        }

        return new LinesRead((new PlaceResolver($catalogue, $reader->slots->tubes))->resolved($reader->blocks), $reader->elements, $reader->slots->tubes, [...$lineOf, ...$elementLines], $faults);
    }

    /**
     * @param list<string> $words
     *
     * @return bool whether it was a block; else a loose part
     */
    private function line(array $words): bool
    {
        $word = strtolower($words[0] ?? '');
        $words = \array_slice($words, 1);
        if (isset(LineForms::LOOSE[$word]) || LineForms::CONTROL === $word) {
            $this->elements[] = LineForms::CONTROL === $word ? self::control($words) : self::loose($word, $words);

            return false;
        }
        if (!isset(LineForms::WORDS[$word])) {
            throw LineFault::unknownWord($word);
        }
        $block = $this->slots->fields($word, $words);
        foreach (self::NEEDED[$word] as $field => $what) {
            if (!isset($block[$field])) {
                throw LineFault::missing($what);
            }
        }
        $this->blocks[] = $this->completed($word, $block);

        return true;
    }

    /**
     * @param list<string> $words
     *
     * @return array<string, mixed>
     */
    private static function control(array $words): array
    {
        $value = Value::control($words[4] ?? '');
        if (5 !== \count($words) || null === $value) {
            throw new LineFault('write “pot P7 N3 N2 N4 10k@0.5”: the top of its track, its wiper, the bottom');
        }

        return ['id' => $words[0], 'kind' => 'control', 'between' => [$words[1], $words[3]], 'wiper' => $words[2], ...array_diff_key($value, ['id' => 0])];
    }

    /**
     * @param list<string> $words
     *
     * @return array<string, mixed>
     */
    private static function loose(string $word, array $words): array
    {
        [$kind, $unit] = LineForms::LOOSE[$word];
        $value = 'ohms' === $unit ? Value::part($words[3] ?? '') : Value::capacitor($words[3] ?? '');
        if (4 !== \count($words) || null === $value) {
            throw new LineFault(\sprintf('write “%s R90 A B %s”', $word, 'ohms' === $unit ? '1k' : '100n'));
        }

        return ['id' => $words[0], 'kind' => $kind, 'between' => [$words[1], $words[2]], ...(\is_array($value) ? array_diff_key($value, ['id' => 0, 'ids' => 0]) : [$unit => $value])];
    }

    /**
     * @param array<string, mixed> $block
     *
     * @return array<string, mixed>
     */
    private function completed(string $word, array $block): array
    {
        $block['id'] ??= match ($word) {
            'mains' => 'T'.$this->numberOf('mains', 1),
            'supply', 'bias' => 'D'.$this->numberOf('supply', 1, 'bias'),
            'pp', 'se' => 'T'.$this->numberOf('output', 2),
            'tone' => 'TS'.$this->numberOf('tone', 1),
            'fb' => 'FB'.$this->numberOf('feedback', 1),
            'heaters' => 'H'.$this->numberOf('heaters', 1),
            default => null,
        };
        if (null === $block['id']) {
            unset($block['id']);
        }
        if ('mains' === $word) {
            $this->slots->transformer = \is_string($block['id'] ?? null) ? $block['id'] : 'T1';
            $block['primaryOhms'] ??= 5.0;
        }
        $driven = isset($block['from']) && !isset($block['coupling']);
        if (\in_array($word, ['gain', 'follower', 'cathodyne', 'ltp', 'paraphase'], true) && !isset($block['gridLeak']) && !isset($block['volume']) && !$driven) {
            $block['gridLeak'] = 1e6;
        }
        if ('ltp' === $word) {
            $block['otherGridLeak'] ??= 1e6;
            $block['otherGridCapacitor'] ??= 1e-7;
        } elseif ('paraphase' === $word) {
            $block += ['dividerCoupling' => 2.2e-8, 'dividerTop' => 470000.0, 'dividerBottom' => 10000.0];
        } elseif ('pp' === $word || 'se' === $word) {
            $ohms = \is_float($block['primaryOhms']) ? $block['primaryOhms'] : 5000.0;
            $block += ['gridLeak' => 220000.0, 'loadOhms' => 8.0, 'halfOhms' => 'pp' === $word ? [round(0.009 * $ohms), round(0.010 * $ohms)] : [round(0.04 * $ohms)]];
        }

        return $block;
    }

    private function numberOf(string $kind, int $from, ?string $other = null): int
    {
        return $from + \count(array_filter($this->blocks, static fn (array $b): bool => $kind === $b['kind'] || $other === $b['kind']));
    }
}
