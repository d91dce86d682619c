<?php

declare(strict_types=1);

namespace Yew\Core\Tube\Model;

/** One shape for the currents of every kind of tube, so that a circuit need not ask what it holds. */
final class TubeLaw
{
    /**
     * Currents and slopes at volts against the cathode.
     *
     * @param float $strength what its currents are multiplied with
     *
     * @return array{float, float, float, float, float, float, float, float, float, float, float, float} plate current and its slopes by plate, screen
     *                                                                                                   and grid; screen current likewise; grid current and its slopes by
     *                                                                                                   grid, plate and screen
     */
    public static function at(TriodeModel|PentodeModel|RegulatorModel $model, float $strength, float $plate, float $screen, float $grid): array
    {
        $s = $strength;
        if ($model instanceof TriodeModel) {
            [$i, $byPlate, $byGrid] = $model->plate($plate, $grid);
            [$g, $gg] = $model->grid->at($grid);

            return [$s * $i, $s * $byPlate, 0.0, $s * $byGrid, 0.0, 0.0, 0.0, 0.0, $s * $g, $s * $gg, 0.0, 0.0];
        }
        if ($model instanceof PentodeModel) {
            [$i, $pp, $pg, $ps, $j, $sp, $sg, $ss] = $model->plateAndScreen($plate, $grid, $screen);
            [$g, $gg] = $model->grid->at($grid);

            return [$s * $i, $s * $pp, $s * $ps, $s * $pg, $s * $j, $s * $sp, $s * $ss, $s * $sg, $s * $g, $s * $gg, 0.0, 0.0];
        }
        [$i, $slope] = $model->at($plate);

        return [$i, $slope, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
    }
}
