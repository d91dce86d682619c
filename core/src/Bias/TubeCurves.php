<?php

declare(strict_types=1);

namespace Yew\Core\Bias;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\TriodeModel;
use Yew\Core\Tube\TubeSection;

/** A tube’s law read backwards: which grid volts give a plate current. */
final class TubeCurves
{
    /** Between these the grid of an output tube is looked for, V. */
    private const GRID_VOLTS = [-400.0, 5.0];
    private const STEPS = 60;

    /**
     * Volts of the grid against the cathode.
     *
     * @param float $plate   volts against the cathode
     * @param float $screen  likewise; of a triode it counts for nothing
     * @param float $amperes of the plate
     *
     * @return float|null null where no grid gives that
     */
    public static function gridFor(TubeSection $section, float $plate, float $screen, float $amperes): ?float
    {
        [$low, $high] = self::GRID_VOLTS;
        if ($amperes <= 0.0 || self::amperes($section, $plate, $screen, $high) < $amperes) {
            return null;
        }
        for ($i = 0; $i < self::STEPS; ++$i) {
            $middle = ($low + $high) / 2;
            if (self::amperes($section, $plate, $screen, $middle) < $amperes) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }

        return $high;
    }

    /** Plate amperes at these volts against the cathode. */
    public static function amperes(TubeSection $section, float $plate, float $screen, float $grid): float
    {
        return match (true) {
            $section->model instanceof PentodeModel => $section->model->plateAndScreen($plate, $grid, $screen)[0],
            $section->model instanceof TriodeModel => $section->model->plate($plate, $grid)[0],
            default => 0.0,
        };
    }
}
