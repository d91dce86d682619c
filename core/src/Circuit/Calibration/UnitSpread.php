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
                $variance += match ($kind) {
                    'tubes' => (Spread::TUBE * $volts) ** 2,
                    'parts' => str_ends_with($id, 'leak') || 'anchor' === $id ? 0.0 : (Spread::part($netlist, $id) * $volts) ** 2,
                    default => 0.0,
                };
                if ('windingVolts' === $kind || 'windingOhms' === $kind) {
                    $windings[$kind.' '.$id] = $volts;
                }
            }
        }
        foreach ($windings as $i => $si) {
            foreach ($windings as $j => $sj) {
                $prior = $i === $j ? (str_starts_with($i, 'windingVolts') ? Spread::WINDING_VOLTS : Spread::WINDING_OHMS) ** 2 : 0.0;
                $variance += $si * $sj * ($calibration->covariance[$i][$j] ?? ([] === $calibration->covariance ? $prior : 0.0));
            }
        }

        return sqrt(max(0.0, $variance));
    }
}
