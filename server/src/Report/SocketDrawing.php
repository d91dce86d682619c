<?php

declare(strict_types=1);

namespace Yew\Server\Report;

/** A socket seen from below, for paper, each pin with what it is or what was read there; path and text only, the pins where the page has them. */
final class SocketDrawing
{
    private const WIDTH = 250;
    private const HEIGHT = 190;
    private const MIDDLE = ['x' => 125.0, 'y' => 92.0];
    private const RADIUS = 40.0;
    private const LABEL_RADIUS = 72.0;

    /**
     * Where a pin stands, clockwise from the key or gap at the bottom: octal has a key, B9A and B7G leave one place free.
     *
     * @return array{float, float}
     */
    public static function pin(string $base, int $pinCount, int $pin, float $radius): array
    {
        $isKeyed = 'octal' === $base;
        $step = 360.0 / ($isKeyed ? $pinCount : $pinCount + 1);
        $angle = deg2rad(90.0 + ($isKeyed ? $step / 2 + ($pin - 1) * $step : $pin * $step));

        return [self::MIDDLE['x'] + $radius * cos($angle), self::MIDDLE['y'] + $radius * sin($angle)];
    }

    /**
     * @param array<int|string, string>                                             $electrodes by pin
     * @param array<int, array{read: ?string, expected: ?string, verdict: ?string}> $figures    by pin
     */
    public static function of(Marks $marks, ?string $base, ?int $pinCount, array $electrodes, array $figures): string
    {
        [$x, $y] = [self::MIDDLE['x'], self::MIDDLE['y']];
        $svg = \sprintf('<circle cx="%.1f" cy="%.1f" r="54" fill="#F3ECDB" stroke="%s" stroke-width="1.4"/>', $x, $y, Marks::INK);
        if (null === $base || null === $pinCount) {
            return Marks::image(self::WIDTH, self::HEIGHT, $svg.self::text($x, $y + 4, 'middle', 11, Marks::SOFT, 'base not known'));
        }
        $svg .= 'octal' === $base ? \sprintf('<path d="M%.1f %.1fa9 9 0 1 1 18 0v6h-18z" fill="#ffffff" stroke="%s" stroke-width="1"/>', $x - 9, $y + 12, Marks::INK) : '';
        for ($pin = 1; $pin <= $pinCount; ++$pin) {
            [$px, $py] = self::pin($base, $pinCount, $pin, self::RADIUS);
            [$lx, $ly] = self::pin($base, $pinCount, $pin, self::LABEL_RADIUS);
            $side = abs($lx - $x) < 12 ? 'middle' : ($lx < $x ? 'end' : 'start');
            $lx += ['end' => 8.0, 'start' => -8.0, 'middle' => 0.0][$side];
            $svg .= \sprintf('<circle cx="%.1f" cy="%.1f" r="9" fill="#ffffff" stroke="%s" stroke-width="1.2"/>', $px, $py, Marks::INK).self::text($px, $py + 4, 'middle', 11, Marks::INK, (string) $pin, true);
            $figure = $figures[$pin] ?? null;
            $electrode = 'none' === ($electrodes[$pin] ?? 'none') ? '' : $electrodes[$pin];
            if (null === $figure) {
                $svg .= self::text($lx, $ly + 4, $side, 9, Marks::SOFT, $electrode);
                continue;
            }
            $svg .= self::text($lx, $ly, $side, 11, null === $figure['verdict'] ? Marks::SOFT : Marks::colour($figure['verdict']), $figure['read'] ?? $electrode, null !== $figure['read']);
            $svg .= null === $figure['expected'] ? '' : self::text($lx, $ly + 10, $side, 8, Marks::SOFT, (null === $figure['read'] ? '' : 'of ').$figure['expected']);
            // Never by colour alone: what is not within has its shape beside the pin.
            $svg .= null === $figure['verdict'] || 'within' === $figure['verdict'] ? '' : $marks->point($px + ($lx < $x ? -13.0 : 13.0), $py - 9.0, $figure['verdict']);
        }

        return Marks::image(self::WIDTH, self::HEIGHT, $svg);
    }

    private static function text(float $x, float $y, string $anchor, int $size, string $colour, string $text, bool $isBold = false): string
    {
        return \sprintf('<text x="%.1f" y="%.1f" text-anchor="%s" font-size="%d"%s fill="%s">%s</text>', $x, $y, $anchor, $size, $isBold ? ' font-weight="bold"' : '', $colour, htmlspecialchars(str_replace('−', '-', $text), \ENT_XML1));
    }
}
