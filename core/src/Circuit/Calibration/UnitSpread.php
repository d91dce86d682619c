<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Analysis\Adjoint;
use Yew\Core\Circuit\Netlist;

/**
 * How far another healthy unit may read from the calibrated model: its tubes and parts are other samples than those that made
 * the print; what the calibration still leaves open about the windings comes on top.
 */
final class UnitSpread
{
    /** Standard deviation in volts. */
    public static function deviation(Netlist $netlist, Calibration $calibration, Adjoint $adjoint): float
    {
        $variance = 0.0;
        $windings = [];
        foreach ($adjoint->relative() as $kind => $slopes) {
            foreach ($slopes as $id => $volts) {
                // Where nothing was printed, windings are as open as everything else.
                if ('tubes' === $kind || 'parts' === $kind || [] === $calibration->covariance) {
                    $variance += (Spread::of($netlist, $kind, $id) * $volts) ** 2;
                } else {
                    $windings[$kind.' '.$id] = $volts;
                }
            }
        }
        foreach ($windings as $i => $si) {
            foreach ($windings as $j => $sj) {
                $variance += $si * $sj * ($calibration->covariance[$i][$j] ?? 0.0);
            }
        }

        return sqrt(max(0.0, $variance));
    }
}
