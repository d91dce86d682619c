<?php

declare(strict_types=1);

namespace Yew\Server\Report;

/** Draws window marks and rail stairs for paper from docs/formats/marks.json: path, line and text only. */
final class Marks
{
    public const INK = '#1C2721';
    public const SOFT = '#5C675F';
    private const PALE = '#EADFC4';
    private const COLOURS = ['within' => '#38584A', 'watch' => '#7F5A12', 'out' => '#A8551A', 'danger' => '#B01E2B', 'cannot-say' => '#5C675F'];

    /** @var array{window: array{width: int, height: int, axis: int, middle: int, half: int, bracket: string}, shapes: array<string, array{d: string, filled: bool}>}|null */
    private ?array $table = null;

    public function __construct(private readonly string $root)
    {
    }

    /** @return array{x: float, d: string, filled: bool} where the shape of a window mark stands, and its path */
    public function place(?float $position, string $shape): array
    {
        $table = $this->table();
        $outline = $table['shapes'][$shape] ?? $table['shapes']['query'];

        return ['x' => round($table['window']['middle'] + ($position ?? 0.0) * $table['window']['half'], 2), ...$outline];
    }

    /** A reading in a chart, by its verdict: a dot, a diamond to watch, a cross where it is out; never by colour alone. */
    public function point(float $x, float $y, string $verdict): string
    {
        $colour = self::COLOURS[$verdict] ?? self::SOFT;

        return match ($verdict) {
            'out', 'danger' => \sprintf('<path d="M%1$.1f %2$.1fl8 8M%1$.1f %3$.1fl8 -8" fill="none" stroke="%4$s" stroke-width="2"/>', $x - 4, $y - 4, $y + 4, $colour),
            'watch' => \sprintf('<path d="M%.1f %.1fl4.5 4.5l-4.5 4.5l-4.5 -4.5z" fill="#ffffff" stroke="%s" stroke-width="1.6"/>', $x, $y - 4.5, $colour),
            default => \sprintf('<circle cx="%.1f" cy="%.1f" r="3" fill="%s" stroke="%s" stroke-width="1.4"/>', $x, $y, 'within' === $verdict ? $colour : '#ffffff', $colour),
        };
    }

    /**
     * One point over the visits: what was read, beside the tick of what belonged there on that day; never magnified beyond a tenth, so that
     * a still point looks still.
     *
     * @param list<array{value: float, expected: float|null, verdict: string}> $points oldest first
     */
    public function trend(array $points): string
    {
        [$width, $height] = [110, 36];
        $sizes = [];
        foreach ($points as $p) {
            array_push($sizes, abs($p['value']), ...(null === $p['expected'] ? [] : [abs($p['expected'])]));
        }
        [$low, $high] = [min([\INF, ...$sizes]), max([0.0, ...$sizes])];
        $middle = ($low + $high) / 2;
        $half = max(($high - $low) / 2, 0.05 * $middle, 1e-9);
        $y = static fn (float $value): float => $height / 2 - 12 * (abs($value) - $middle) / $half;
        [$line, $marks] = ['', ''];
        foreach ($points as $i => $p) {
            $x = 12 + $i * ($width - 24) / max(1, \count($points) - 1);
            $line .= \sprintf('%s%.1f %.1f', '' === $line ? 'M' : 'L', $x, $y($p['value']));
            $marks .= null === $p['expected'] ? '' : \sprintf('<path d="M%.1f %.1fh14" stroke="%s" stroke-width="1.2" fill="none"/>', $x - 7, $y($p['expected']), self::INK);
            $marks .= $this->point($x, $y($p['value']), $p['verdict']);
        }

        return self::image($width, $height, \sprintf('<path d="%s" stroke="%s" stroke-width="1.2" fill="none"/>', $line, self::SOFT).$marks);
    }

    public static function colour(string $verdict): string
    {
        return self::COLOURS[$verdict] ?? self::SOFT;
    }

    /** A window mark as a data address for an image. */
    public function window(?float $position, string $shape, string $verdict): string
    {
        $window = $this->table()['window'];
        $placed = $this->place($position, $shape);
        $colour = self::COLOURS[$verdict] ?? self::SOFT;
        $width = $window['width'] + 16;

        return self::image($width, $window['height'], \sprintf(
            '<g transform="translate(8,0)"><path d="M0 %1$dH%2$d" fill="none" stroke="#B9AD93" stroke-width="1"/><path d="%3$s" fill="none" stroke="%4$s" stroke-width="1.6"/><g transform="translate(%5$s,%1$d)"><path d="%6$s" fill="%7$s" stroke="%8$s" stroke-width="1.4"/></g></g>',
            $window['axis'], $window['width'], $window['bracket'], self::INK, $placed['x'], $placed['d'], $placed['filled'] ? $colour : '#ffffff', $colour,
        ));
    }

    /**
     * Rail stairs, height = volts.
     *
     * @param list<array<string, mixed>> $treads as BenchView gives them
     */
    public function stairs(array $treads): ?string
    {
        $positive = array_values(array_filter($treads, static fn (array $t): bool => true !== $t['belowZero'] && is_numeric($t['expectedVolts'])));
        if (\count($positive) < 2) {
            return null;
        }
        $highest = max(array_map(static fn (array $t): float => max(self::volts($t, 'highVolts'), self::volts($t, 'measuredVolts')), $positive));
        $width = 660;
        $height = 220;
        $zero = $height - 30;
        $scale = ($zero - 16) / max(1.0, $highest);
        $step = ($width - 60) / \count($positive);
        $svg = \sprintf('<path d="M44 %1$dH%2$d" stroke="%3$s" stroke-width="1.2" fill="none"/>', $zero, $width, self::INK);
        foreach ($positive as $i => $tread) {
            $x = 52 + $i * $step;
            $w = $step * 0.7;
            $y = static fn (float $v): float => round($zero - $v * $scale, 1);
            [$low, $high, $expected] = [self::volts($tread, 'lowVolts'), self::volts($tread, 'highVolts'), self::volts($tread, 'expectedVolts')];
            $svg .= \sprintf('<path d="M%1$.1f %2$.1fh%3$.1fv%4$.1fh-%3$.1fz" fill="%5$s" stroke="none"/>', $x, $y($high), $w, $y($low) - $y($high), self::PALE);
            $svg .= \sprintf('<path d="M%.1f %.1fh%.1f" stroke="%s" stroke-width="1" fill="none"/>', $x, $y($expected), $w, self::SOFT);
            if (is_numeric($tread['measuredVolts'])) {
                $measured = (float) $tread['measuredVolts'];
                $colour = self::COLOURS[\is_string($tread['verdict']) ? $tread['verdict'] : ''] ?? self::SOFT;
                $svg .= \sprintf('<path d="M%.1f %.1fh%.1f" stroke="%s" stroke-width="4" fill="none"/>', $x - 3, $y($measured), $w + 6, $colour);
                $svg .= \sprintf('<text x="%.1f" y="%.1f" font-size="12" font-weight="bold" fill="%s">%s</text>', $x, $y(min($measured, $low)) + 16, self::INK, number_format($measured, 0, '.', ''));
            }
            $svg .= \sprintf('<text x="%.1f" y="%.1f" font-size="10" fill="%s">%s</text>', $x, $zero + 14, self::INK, htmlspecialchars(self::text($tread, 'node').' '.self::text($tread, 'name'), \ENT_XML1));
            $svg .= \sprintf('<text x="%.1f" y="%.1f" font-size="9" fill="%s">expected %s</text>', $x, $zero + 26, self::SOFT, number_format($expected, 0, '.', ''));
        }

        return self::image($width, $height, $svg);
    }

    public static function image(int $width, int $height, string $svg): string
    {
        return 'data:image/svg+xml;base64,'.base64_encode(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%2$d" viewBox="0 0 %1$d %2$d">%3$s</svg>', $width, $height, $svg));
    }

    /** @param array<string, mixed> $tread */
    private static function volts(array $tread, string $name): float
    {
        return is_numeric($tread[$name] ?? null) ? (float) $tread[$name] : 0.0;
    }

    /** @param array<string, mixed> $tread */
    private static function text(array $tread, string $name): string
    {
        return \is_string($tread[$name] ?? null) ? $tread[$name] : '';
    }

    /** @return array{window: array{width: int, height: int, axis: int, middle: int, half: int, bracket: string}, shapes: array<string, array{d: string, filled: bool}>} */
    private function table(): array
    {
        if (null === $this->table) {
            /** @var array{window: array{width: int, height: int, axis: int, middle: int, half: int, bracket: string}, shapes: array<string, array{d: string, filled: bool}>} $data the file is ours and held by a fixture test */
            $data = json_decode((string) file_get_contents($this->root.'/docs/formats/marks.json'), true, 8, \JSON_THROW_ON_ERROR);
            $this->table = $data;
        }

        return $this->table;
    }
}
