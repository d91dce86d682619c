<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Analysis;

use Yew\Core\Circuit\Block\ExpandedBlock;
use Yew\Core\Circuit\Element\Capacitor;
use Yew\Core\Circuit\Element\Resistor;
use Yew\Core\Circuit\Solve\Solution;

/**
 * The return ratio of a feedback loop: what comes back of a signal sent into it (H. W. Bode, Network Analysis and Feedback
 * Amplifier Design, 1945).
 *
 * The feedback parts carry an admittance y from the output to the stage that is fed. Taken as a controlled source of y·V(output),
 * its return ratio follows from one solve with the loop closed: with Z the volts at the output for an ampere into the fed stage,
 * T = −y·Z/(1 + y·Z). What the parts load at both ends stays; what they pass forwards is left out. Positive T is negative
 * feedback: gain falls by 1 + T. Tubes have no capacitances here, so that margins at the high end are the best that may be hoped
 * for, not what is there.
 */
final readonly class LoopGain
{
    private const FROM_HERTZ = 1.0;
    private const TO_HERTZ = 1e6;
    private const PER_DECADE = 12;
    /** Where a loop is asked for its sign, as gain is by custom, hertz. */
    private const MID_HERTZ = 1000.0;
    /** A loop this weak does nothing, whichever its sign (our choice). */
    private const NOTHING = 0.01;

    /**
     * @param list<array{float, float, float}> $points             hertz, decibels and degrees of T; degrees run on, from within 180 of zero at mid frequency
     * @param bool|null                        $positive           null where the loop is too weak for its sign to matter
     * @param float|null                       $phaseMarginDegrees the least of both ends, below zero for a loop that oscillates; null where T never passes one
     * @param float|null                       $gainMarginDecibels likewise, where it passes through half a turn
     */
    private function __construct(public string $loop, public array $points, public float $midDecibels, public ?bool $positive, public ?float $phaseMarginDegrees, public ?float $gainMarginDecibels)
    {
    }

    /**
     * @param list<ExpandedBlock> $blocks
     *
     * @return list<self> one for each feedback block whose parts are there
     */
    public static function all(Solution $solution, array $blocks): array
    {
        $loops = [];
        $ac = new SmallSignal($solution);
        foreach ($blocks as $block) {
            $loop = 'feedback' === $block->kind ? self::of($ac, $solution, $block) : null;
            if (null !== $loop) {
                $loops[] = $loop;
            }
        }

        return $loops;
    }

    /** By how much a loop takes the gain down at mid frequency, dB; below zero where it raises it, null where its parts are not there. */
    public static function decibelsFedBack(Solution $solution, ExpandedBlock $block): ?float
    {
        [$from, $to, $siemens, $farads] = self::admittance($solution, $block);
        if (0.0 === $siemens && 0.0 === $farads) {
            return null;
        }
        [$real, $imaginary] = self::ratio(new SmallSignal($solution), $from, $to, $siemens, $farads, self::MID_HERTZ);

        return 20.0 * log10(max(1e-30, hypot(1.0 + $real, $imaginary)));
    }

    /** @return array{string, string, float, float} from where to where, and siemens and farads between them */
    private static function admittance(Solution $solution, ExpandedBlock $block): array
    {
        [$from, $to] = [$block->from[0], $block->gives[0]];
        $ends = [$from, $to];
        sort($ends);
        $siemens = $farads = 0.0;
        foreach ($block->elements as $drawn) {
            $part = $solution->circuit->netlist->find($drawn->id());
            $places = $part?->places() ?? [];
            sort($places);
            if ($places !== $ends) {
                continue;
            }
            $factor = $solution->circuit->factors->part($drawn->id());
            $siemens += $part instanceof Resistor ? 1.0 / ($part->ohms * $factor) : 0.0;
            $farads += $part instanceof Capacitor ? $part->farads * $factor : 0.0;
        }

        return [$from, $to, $siemens, $farads];
    }

    private static function of(SmallSignal $ac, Solution $solution, ExpandedBlock $block): ?self
    {
        [$from, $to, $siemens, $farads] = self::admittance($solution, $block);
        if (0.0 === $siemens && 0.0 === $farads) {
            return null;
        }
        $points = [];
        $steps = (int) round(self::PER_DECADE * log10(self::TO_HERTZ / self::FROM_HERTZ));
        for ($i = 0; $i <= $steps; ++$i) {
            $hertz = self::FROM_HERTZ * (self::TO_HERTZ / self::FROM_HERTZ) ** ($i / $steps);
            $points[] = [$hertz, ...self::polar(self::ratio($ac, $from, $to, $siemens, $farads, $hertz))];
        }
        $mid = self::ratio($ac, $from, $to, $siemens, $farads, self::MID_HERTZ);

        return self::read($block->id, $points, $mid);
    }

    /** @return array{float, float} T, real and imaginary */
    private static function ratio(SmallSignal $ac, string $from, string $to, float $siemens, float $farads, float $hertz): array
    {
        [$r, $i] = $ac->transimpedance($hertz, $to, $from);
        $b = 2.0 * \M_PI * $hertz * $farads;
        [$yr, $yi] = [$siemens * $r - $b * $i, $siemens * $i + $b * $r];
        $square = (1.0 + $yr) ** 2 + $yi ** 2;

        return [-($yr * (1.0 + $yr) + $yi * $yi) / $square, -$yi / $square];
    }

    /**
     * @param array{float, float} $t
     *
     * @return array{float, float} decibels, degrees
     */
    private static function polar(array $t): array
    {
        return [20.0 * log10(max(1e-30, hypot(...$t))), rad2deg(atan2($t[1], $t[0]))];
    }

    /**
     * @param list<array{float, float, float}> $points
     * @param array{float, float}              $mid
     */
    private static function read(string $loop, array $points, array $mid): self
    {
        $points = self::unwound($points);
        $positive = hypot(...$mid) < self::NOTHING ? null : $mid[0] < 0.0;
        $phase = $gain = null;
        foreach (\array_slice($points, 1) as $i => [, $decibels, $degrees]) {
            [, $before, $beforeDegrees] = $points[$i];
            if ($before < 0.0 !== $decibels < 0.0) {
                $share = $before / ($before - $decibels);
                $margin = 180.0 - abs($beforeDegrees + $share * ($degrees - $beforeDegrees));
                $phase = min($phase ?? \INF, $margin);
            }
            // Where the phase passes through an odd number of half turns.
            $turns = static fn (float $d): float => floor(($d + 180.0) / 360.0);
            if ($turns($beforeDegrees) !== $turns($degrees)) {
                $edge = 360.0 * max($turns($beforeDegrees), $turns($degrees)) - 180.0;
                $share = ($edge - $beforeDegrees) / ($degrees - $beforeDegrees);
                $gain = min($gain ?? \INF, -($before + $share * ($decibels - $before)));
            }
        }

        return new self($loop, $points, self::polar($mid)[0], $positive, $phase, $gain);
    }

    /**
     * @param list<array{float, float, float}> $points
     *
     * @return list<array{float, float, float}> degrees without jumps, from within half a turn of zero at mid frequency
     */
    private static function unwound(array $points): array
    {
        $turns = 0.0;
        $out = [];
        foreach ($points as $i => [$hertz, $decibels, $degrees]) {
            $turns -= $i > 0 ? round(($degrees - $points[$i - 1][2]) / 360.0) : 0.0;
            $out[] = [$hertz, $decibels, $degrees + 360.0 * $turns];
        }
        $middle = array_filter($out, static fn (array $p): bool => $p[0] >= self::MID_HERTZ);
        $base = 360.0 * round((reset($middle)[2] ?? 0.0) / 360.0);

        return array_map(static fn (array $p): array => [$p[0], $p[1], $p[2] - $base], $out);
    }
}
