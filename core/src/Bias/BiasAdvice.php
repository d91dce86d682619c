<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Circuit\TubeStress;
use Yew\Core\Quantity\ESeries;
use Yew\Core\Station\TargetSchool;

/**
 * What would set a tube right, as a number (BIAS-4): volts to move its grid, or the cathode resistor to fit.
 *
 * The tube’s law says by how much; where it stands now is what was measured, so that a strong or a worn tube is not taken for an average one.
 */
final readonly class BiasAdvice
{
    /** A cathode resistor is rated for so many times what it carries (common practice). */
    private const WATTS_TIMES = 2.0;
    /** The cathode’s volts move the plate’s: so often the sum is done anew. */
    private const ROUNDS = 4;

    /**
     * @param float                    $share       of the plate’s limit that it aims at
     * @param float                    $amperes     of the plate there
     * @param float|null               $gridVolts   to move the grid by; null where the cathode is what moves
     * @param float|null               $gridTo      what the grid will read then, against the chassis; null where nobody read it
     * @param float|null               $cathodeOhms what belongs under the cathode
     * @param float|null               $fitOhms     the nearest of E24 on the cold side
     * @param float|null               $fitWatts    that it must be rated for
     * @param string|null              $part        of the bias supply that $fitOhms are for, or that does not reach it
     * @param array{float, float}|null $reach       shares between which what moves the bias can take it; null where it reaches what is aimed at
     */
    private function __construct(public float $share, public float $amperes, public ?float $gridVolts, public ?float $gridTo, public ?float $cathodeOhms = null, public ?float $fitOhms = null, public ?float $fitWatts = null, public ?string $part = null, public ?array $reach = null)
    {
    }

    /**
     * By the circuit, with all that its supply and its neighbours do when the bias moves; by the tube’s law alone where there is nothing to turn.
     *
     * @return self|null null where nothing was measured, the type is not known, or what moves the bias does not reach it
     */
    public static function of(BiasTube $tube, ?BiasSweep $sweep, ?float $share = null): ?self
    {
        if (null === $share && !$tube->target()->school->isBand()) {
            return self::toPrinted($tube);
        }
        $share ??= $tube->target()->aim();
        if (null === $sweep?->handle) {
            return self::byLaw($tube, $share);
        }
        $limit = $tube->limits()[0] ?? null;
        $value = null === $limit || $tube->isOfUnknownSuffix() ? null : $sweep->valueFor($tube, $share * $limit->plateWatts);
        $there = null === $value ? null : $sweep->at($tube, $value);
        $from = $sweep->at($tube, $sweep->stands);
        if (null === $value && null !== $limit && null !== $from && !$tube->isOfUnknownSuffix()) {
            $ends = array_map(static fn (array $s): ?TubeStress => $sweep->at($tube, $s['value']), [$sweep->steps[0], $sweep->steps[\count($sweep->steps) - 1]]);
            $shares = array_map(static fn (?TubeStress $t): float => null === $t ? 0.0 : $t->plateVolts * $t->plateAmperes / $limit->plateWatts, $ends);

            return new self($share, $from->plateAmperes, null, null, part: $sweep->handle->part, reach: [min($shares), max($shares)]);
        }
        if (null === $value || null === $there || null === $from) {
            return null;
        }
        if ('cathode' === $sweep->handle->kind) {
            return self::atCathode($tube, $share, $there->plateAmperes, $value);
        }
        $fits = [];
        if ('supply' === $sweep->handle->kind) {
            $fits = [ESeries::E24->atMost($value), ESeries::E24->atLeast($value)];
            usort($fits, static fn (float $a, float $b): int => ($sweep->at($tube, $a)->plateAmperes ?? \INF) <=> ($sweep->at($tube, $b)->plateAmperes ?? \INF));
        }

        return self::atGrid($tube, $share, $there->plateAmperes, $there->gridVolts - $from->gridVolts, $fits[0] ?? null, [] === $fits ? null : $sweep->handle->part);
    }

    /** The grid moved by so many volts; by a part of the bias supply, where that is what moves it. */
    private static function atGrid(BiasTube $tube, float $share, float $amperes, float $moved, ?float $fitOhms = null, ?string $part = null): self
    {
        return new self($share, $amperes, $moved, null === $tube->grid ? null : $tube->grid->value + $moved, fitOhms: $fitOhms, part: $part);
    }

    /** So many ohms under the cathode, with what comes nearest on the cold side and what it must stand. */
    private static function atCathode(BiasTube $tube, float $share, float $amperes, float $ohms): self
    {
        $fit = ESeries::E24->atLeast($ohms);

        return new self($share, $amperes, null, null, $ohms, $fit, self::WATTS_TIMES * self::through($tube, $amperes) ** 2 * $fit);
    }

    /** What flows through the cathode’s resistor, with the screens and every tube that stands on it, at so much plate current of each. */
    private static function through(BiasTube $tube, float $amperes): float
    {
        return $amperes * (1.0 + ($tube->screenAmperes->value ?? 0.0) / max(1e-9, $tube->plateAmperes->value ?? 0.0)) * \count($tube->drawn->sharing);
    }

    /** To the grid volts that the drawing prints; where it was set by the analyser nothing is to be moved. */
    private static function toPrinted(BiasTube $tube): ?self
    {
        $limit = $tube->limits()[0] ?? null;
        if (TargetSchool::Schematic !== $tube->target()->school || null === $tube->printedGrid || null === $tube->grid || null === $tube->plateAmperes || null === $limit) {
            return null;
        }
        $section = $tube->section();
        $there = null === $section || null === $tube->plate || null === $tube->cathode ? $tube->plateAmperes->value : ($tube->strength() ?? 1.0) * TubeCurves::amperes($section, $tube->plate->value, $tube->screen->value ?? 0.0, $tube->printedGrid - $tube->cathode->value);

        return new self(($tube->plate->value ?? 0.0) * $there / $limit->plateWatts, $there, $tube->printedGrid - $tube->grid->value, $tube->printedGrid);
    }

    /** By the tube’s law, as if its supply did not move. */
    public static function byLaw(BiasTube $tube, ?float $share = null): ?self
    {
        $section = $tube->section();
        $limit = $tube->limits()[0] ?? null;
        $share ??= $tube->target()->aim();
        if (null === $section || null === $limit || $tube->isOfUnknownSuffix() || null === $tube->plate || null === $tube->screen || null === $tube->cathode || null === $tube->plateAmperes || $tube->plateAmperes->value <= 0.0 || $tube->plate->value <= 0.0) {
            return null;
        }

        return $tube->drawn->isFixed ? self::grid($tube, $share, $share * $limit->plateWatts / $tube->plate->value) : self::cathode($tube, $share, $share * $limit->plateWatts);
    }

    private static function grid(BiasTube $tube, float $share, float $amperes): ?self
    {
        $moved = self::moved($tube, $tube->plate->value ?? 0.0, $tube->screen->value ?? 0.0, $amperes);

        return null === $moved ? null : self::atGrid($tube, $share, $amperes, $moved);
    }

    /** The resistor that holds the cathode where the grid must be under it. */
    private static function cathode(BiasTube $tube, float $share, float $watts): ?self
    {
        [$volts, $plate, $screen] = [$tube->cathode->value ?? 0.0, $tube->plate->value ?? 0.0, $tube->screen->value ?? 0.0];
        $belongs = $volts;
        $amperes = 0.0;
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $amperes = $watts / ($plate + $volts - $belongs);
            $moved = self::moved($tube, $plate + $volts - $belongs, $screen + $volts - $belongs, $amperes);
            if (null === $moved) {
                return null;
            }
            $belongs = $volts - $moved;
        }

        return $belongs <= 0.0 ? null : self::atCathode($tube, $share, $amperes, $belongs / self::through($tube, $amperes));
    }

    /** By how much the grid moves against the cathode for another plate current, from where it is measured to be. */
    private static function moved(BiasTube $tube, float $plate, float $screen, float $amperes): ?float
    {
        $section = $tube->section();
        $now = null === $section ? null : TubeCurves::gridFor($section, $tube->plate->value ?? 0.0, $tube->screen->value ?? 0.0, $tube->plateAmperes->value ?? 0.0);
        $then = null === $section ? null : TubeCurves::gridFor($section, $plate, $screen, $amperes);

        return null === $now || null === $then ? null : $then - $now;
    }
}
