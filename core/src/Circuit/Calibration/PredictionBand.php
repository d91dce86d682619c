<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Calibration;

use Yew\Core\Circuit\Analysis\Adjoint;

/** How sure the model is of a reading after a calibration. */
final class PredictionBand
{
    /** Two-sided 95 % of a normal distribution. */
    public const NINETY_FIVE = 1.96;

    /** Standard deviation in volts: what parts and tubes still may be, sent through the sensitivities. */
    public static function deviation(Calibration $calibration, Adjoint $adjoint): float
    {
        $slopes = [];
        foreach ($adjoint->relative() as $kind => $list) {
            foreach ($list as $id => $volts) {
                $slopes[$kind.' '.$id] = $volts;
            }
        }
        $variance = 0.0;
        foreach ($calibration->covariance as $i => $row) {
            $si = $slopes[$i] ?? 0.0;
            if (0.0 === $si) {
                continue;
            }
            foreach ($row as $j => $value) {
                $variance += $si * $value * ($slopes[$j] ?? 0.0);
            }
        }

        return sqrt(max(0.0, $variance));
    }
}
