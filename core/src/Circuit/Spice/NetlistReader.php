<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Spice;

use Yew\Core\Circuit\Netlist;
use Yew\Core\Codec\BadData;
use Yew\Core\Tube\TubeCatalogue;
use Yew\Core\Tube\TubeSection;
use Yew\Core\Tube\TubeType;

/**
 * Reads a SPICE netlist into loose elements: R C L V I D K, and X with a tube that is known.
 *
 * Everything else is listed with its line and the reason. Files named inside are never read; subcircuits are not expanded, so
 * that one that calls itself cannot hang anything.
 */
final class NetlistReader
{
    private const MOST_LINES = 12_000;
    private const MOST_CHARACTERS = 1_500_000;

    /** @var list<array<string, mixed>> */
    private array $elements = [];

    /** @var list<array{line: int, text: string, reason: string}> */
    private array $notUnderstood = [];

    /** @var array<string, array{a: string, b: string, henries: float, line: int}> by name */
    private array $inductors = [];

    /** @var list<array{names: list<string>, coupling: float, line: int, text: string}> */
    private array $couplings = [];

    /** @var array<string, array{saturationAmperes: float, emission: float}> */
    private array $diodeModels = [];

    private function __construct(private readonly TubeCatalogue $tubes)
    {
    }

    /**
     * @return array{elements: list<array<string, mixed>>, notUnderstood: list<array{line: int, text: string, reason: string}>} elements as a sheet's circuit holds them
     *
     * @throws BadData when the text is too large
     */
    public static function read(string $text, TubeCatalogue $tubes): array
    {
        if (\strlen($text) > self::MOST_CHARACTERS) {
            throw BadData::at('netlist', \sprintf('more than %d characters', self::MOST_CHARACTERS));
        }
        if (!mb_check_encoding($text, 'UTF-8') || str_contains($text, "\0")) {
            throw BadData::at('netlist', 'this is no text');
        }
        $reader = new self($tubes);
        $reader->notes($text);
        $lines = $reader->joined($text);
        foreach ($lines as [$number, $line]) {
            $reader->model($line);
        }
        $depth = 0;
        foreach ($lines as [$number, $line]) {
            $lower = strtolower($line);
            if (str_starts_with($lower, '.subckt')) {
                ++$depth;
                if (!$reader->isOurSubcircuit($line)) {
                    $reader->skip($number, $line, 'a subcircuit of its own is not expanded; known tubes are taken by name');
                }
            } elseif (str_starts_with($lower, '.ends')) {
                $depth = max(0, $depth - 1);
            } elseif (0 === $depth) {
                $reader->card($number, $line);
            }
        }
        $reader->inductors();

        return ['elements' => $reader->elements, 'notUnderstood' => $reader->notUnderstood];
    }

    /**
     * Lines with their continuations joined, comments taken off; the first line of a netlist is its title.
     *
     * @return list<array{int, string}> number of the first line, text
     */
    private function joined(string $text): array
    {
        $lines = preg_split('/\r\n|\r|\n/', $text);
        if (false === $lines || \count($lines) > self::MOST_LINES) {
            throw BadData::at('netlist', \sprintf('more than %d lines', self::MOST_LINES));
        }
        $joined = [];
        $control = $made = false;
        foreach (\array_slice($lines, 1, null, true) as $i => $line) {
            $made = str_starts_with($line, SupplyNotes::MADE) || ($made && !str_starts_with($line, SupplyNotes::END));
            $line = trim((string) preg_replace('/(^|\s)[;$].*$/', '', $line));
            $lower = strtolower($line);
            $control = str_starts_with($lower, '.control') || ($control && !str_starts_with($lower, '.endc'));
            if ('' === $line || '*' === $line[0] || $made || $control || str_starts_with($lower, '.endc')) {
                continue;
            }
            if (str_starts_with($lower, '.end') && !str_starts_with($lower, '.ends')) {
                break;
            }
            if ('+' === $line[0] && [] !== $joined) {
                [$first, $soFar] = array_pop($joined);
                $joined[] = [$first, $soFar.' '.trim(substr($line, 1))];
            } else {
                $joined[] = [$i + 1, $line];
            }
        }

        return $joined;
    }

    /** Parts of the mains side that an export of ours carries in its comments. */
    private function notes(string $text): void
    {
        foreach (explode("\n", str_replace(["\r\n", "\r"], "\n", $text), self::MOST_LINES + 1) as $i => $line) {
            if (!str_starts_with($line, SupplyNotes::PART)) {
                continue;
            }
            $element = SupplyNotes::read($line, self::node(...));
            if (null === $element) {
                $this->skip($i + 1, $line, 'no part of the mains side is written here');
            } else {
                $this->elements[] = $element;
            }
        }
    }

    private function model(string $line): void
    {
        if (1 !== preg_match('/^\.model\s+(\S+)\s+d\b(.*)$/i', $line, $m)) {
            return;
        }
        $value = static fn (string $name, float $default): float => 1 === preg_match('/\b'.$name.'\s*=\s*([^\s()]+)/i', $m[2], $p) ? SpiceValue::parse($p[1]) ?? $default : $default;
        $this->diodeModels[strtolower($m[1])] = ['saturationAmperes' => max(1e-30, $value('is', 1e-14)), 'emission' => max(0.1, $value('n', 1.0))];
    }

    private function card(int $number, string $line): void
    {
        $words = preg_split('/[\s,]+/', $line);
        $words = false === $words ? [] : $words;
        $name = $words[0];
        match (strtolower($name[0])) {
            'r' => $this->twoEnds($number, $line, $words, 'resistor', 'ohms'),
            'c' => $this->twoEnds($number, $line, $words, 'capacitor', 'farads'),
            'l' => $this->inductor($number, $line, $words),
            'v' => $this->source($number, $line, $words, 'voltage-source', 'volts', 'acVolts'),
            'i' => $this->source($number, $line, $words, 'current-source', 'amperes', 'acAmperes'),
            'd' => $this->diode($number, $line, $words),
            'k' => $this->coupling($number, $line, $words),
            'x' => $this->tube($number, $line, $words),
            '.' => $this->directive($number, $line),
            default => $this->skip($number, $line, \sprintf('a card that begins with %s is not read', strtoupper($name[0]))),
        };
    }

    private function directive(int $number, string $line): void
    {
        $word = strtolower(explode(' ', $line)[0]);
        if (\in_array($word, ['.include', '.inc', '.lib'], true)) {
            $this->skip($number, $line, 'files named inside a netlist are never read');
        } elseif (!\in_array($word, ['.model', '.options', '.option', '.op', '.tran', '.ac', '.dc', '.print', '.plot', '.nodeset', '.ic', '.title', '.temp', '.save', '.global'], true)) {
            $this->skip($number, $line, 'this directive is not read');
        }
    }

    /** @param list<string> $words */
    private function twoEnds(int $number, string $line, array $words, string $kind, string $unit): void
    {
        $value = SpiceValue::parse($words[3] ?? '');
        if (null === $value || $value <= 0.0) {
            $this->skip($number, $line, 'a value above zero belongs at the end');

            return;
        }
        $this->between($number, $line, $words, ['kind' => $kind, $unit => $value]);
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $rest
     */
    private function between(int $number, string $line, array $words, array $rest): void
    {
        [$a, $b] = [self::node($words[1] ?? ''), self::node($words[2] ?? '')];
        if ($a === $b) {
            $this->skip($number, $line, 'both ends are the same node');

            return;
        }
        $this->elements[] = ['id' => self::id($words[0]), 'between' => [$a, $b], ...$rest];
    }

    /** @param list<string> $words */
    private function inductor(int $number, string $line, array $words): void
    {
        $henries = SpiceValue::parse($words[3] ?? '');
        if (null === $henries || $henries <= 0.0) {
            $this->skip($number, $line, 'henries above zero belong at the end');

            return;
        }
        $this->inductors[strtolower($words[0])] = ['a' => self::node($words[1]), 'b' => self::node($words[2]), 'henries' => $henries, 'line' => $number];
    }

    /** @param list<string> $words */
    private function source(int $number, string $line, array $words, string $kind, string $unit, string $acUnit): void
    {
        if (1 === preg_match('/\b(sin|pulse|pwl|exp|sffm|am)\s*\(/i', $line)) {
            $this->skip($number, $line, 'only DC and AC values of sources are read; a waveform is not');

            return;
        }
        $rest = \array_slice($words, 3);
        $dc = 0.0;
        $ac = null;
        for ($i = 0; $i < \count($rest); ++$i) {
            $word = strtolower($rest[$i]);
            if ('dc' === $word || 'ac' === $word) {
                $value = SpiceValue::parse($rest[++$i] ?? '');
                if ('dc' === $word) {
                    $dc = $value ?? 0.0;
                } else {
                    $ac = $value ?? 1.0;
                }
            } else {
                $dc = SpiceValue::parse($word) ?? $dc;
            }
        }
        $this->between($number, $line, $words, ['kind' => $kind, $unit => $dc, ...(null === $ac ? [] : [$acUnit => $ac])]);
    }

    /** @param list<string> $words */
    private function diode(int $number, string $line, array $words): void
    {
        $model = $this->diodeModels[strtolower($words[3] ?? '')] ?? null;
        if (null === $model) {
            $this->skip($number, $line, \sprintf('there is no diode model “%s”', $words[3] ?? ''));

            return;
        }
        $this->between($number, $line, $words, ['kind' => 'diode', ...$model]);
    }

    /** @param list<string> $words */
    private function coupling(int $number, string $line, array $words): void
    {
        $coupling = SpiceValue::parse($words[\count($words) - 1]);
        if (\count($words) < 4 || null === $coupling || $coupling <= 0.0 || $coupling > 1.0) {
            $this->skip($number, $line, 'two inductors and a coupling above 0 and up to 1 belong here');

            return;
        }
        $this->couplings[] = ['names' => array_map(strtolower(...), \array_slice($words, 1, -1)), 'coupling' => min($coupling, 0.99999), 'line' => $number, 'text' => $line];
    }

    /** @param list<string> $words */
    private function tube(int $number, string $line, array $words): void
    {
        $plain = array_values(array_filter($words, static fn (string $w): bool => !str_contains($w, '=') && 'params:' !== strtolower($w)));
        $known = $this->known($plain[\count($plain) - 1]);
        if (null === $known) {
            $this->skip($number, $line, \sprintf('“%s” is no tube of the data', $plain[\count($plain) - 1]));

            return;
        }
        [$type, $section] = $known;
        $electrodes = explode(' ', TubeSubcircuit::pins($section->model));
        $nodes = \array_slice($plain, 1, -1);
        if (\count($nodes) !== \count($electrodes)) {
            $this->skip($number, $line, \sprintf('a %s has %d nodes: %s', $type->name, \count($electrodes), implode(', ', $electrodes)));

            return;
        }
        $places = [];
        foreach ($electrodes as $i => $electrode) {
            $places[$section->name.'/'.$electrode] = self::node($nodes[$i]);
        }
        $this->elements[] = ['id' => self::id($words[0]), 'kind' => 'tube', 'type' => $type->name, 'places' => $places];
    }

    /** @return array{TubeType, TubeSection}|null by subcircuit name of ours, or by the plain designation */
    private function known(string $name): ?array
    {
        foreach ($this->tubes->names() as $designation) {
            $type = $this->tubes->find($designation);
            foreach ($type->sections ?? [] as $section) {
                if (null !== $type && (0 === strcasecmp($name, TubeSubcircuit::name($designation, $section->name)) || 0 === strcasecmp($name, $designation))) {
                    return [$type, $section];
                }
            }
        }

        return null;
    }

    private function isOurSubcircuit(string $line): bool
    {
        $words = preg_split('/\s+/', $line);

        return null !== $this->known(false === $words ? '' : $words[1] ?? '');
    }

    /** Inductors that are coupled become windings of one core, the others chokes. */
    private function inductors(): void
    {
        $coupled = [];
        foreach ($this->couplings as $coupling) {
            foreach ($coupling['names'] as $name) {
                if (!isset($this->inductors[$name])) {
                    $this->skip($coupling['line'], $coupling['text'], \sprintf('there is no inductor “%s”', $name));
                    continue 2;
                }
            }
            $group = array_values(array_filter($coupled, static fn (array $g): bool => [] !== array_intersect($g['names'], $coupling['names'])));
            $merged = ['names' => array_values(array_unique([...$coupling['names'], ...array_merge(...array_column($group, 'names'))])), 'coupling' => min([$coupling['coupling'], ...array_column($group, 'coupling')])];
            $coupled = [...array_values(array_filter($coupled, static fn (array $g): bool => [] === array_intersect($g['names'], $coupling['names']))), $merged];
        }
        $taken = [];
        foreach ($coupled as $i => $group) {
            $windings = [];
            foreach ($group['names'] as $name) {
                $taken[$name] = true;
                $l = $this->inductors[$name];
                $windings[] = ['id' => self::id($name), 'between' => [$l['a'], $l['b']], 'henries' => $l['henries']];
            }
            $this->elements[] = ['id' => 'core'.($i + 1), 'kind' => 'coupled-windings', 'coupling' => $group['coupling'], 'windings' => $windings];
        }
        foreach (array_diff_key($this->inductors, $taken) as $name => $l) {
            $this->elements[] = ['id' => self::id($name), 'kind' => 'choke', 'between' => [$l['a'], $l['b']], 'henries' => $l['henries']];
        }
    }

    private function skip(int $number, string $line, string $reason): void
    {
        $this->notUnderstood[] = ['line' => $number, 'text' => mb_substr($line, 0, 120), 'reason' => $reason];
    }

    private static function id(string $name): string
    {
        return ucfirst((string) preg_replace('/[^A-Za-z0-9]+/', '.', mb_substr($name, 0, 19)));
    }

    /** `0` and `gnd` are the chassis; a node that begins with a figure gets a letter. */
    private static function node(string $name): string
    {
        if ('0' === $name || 'gnd' === strtolower($name)) {
            return Netlist::CHASSIS;
        }
        $place = trim((string) preg_replace('/[^A-Za-z0-9]+/', '.', $name), '.');
        $place = 1 === preg_match('/^[A-Za-z]/', $place) ? $place : 'n'.$place;

        return \strlen($place) <= 40 ? $place : 'n'.substr(hash('sha256', $name), 0, 12);
    }
}
