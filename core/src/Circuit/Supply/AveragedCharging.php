<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * Capacitor-input rectifiers as averaged elements: mean current into stiff reservoirs from a transformer that they share.
 *
 * Behind the primary's resistance stands an ideal core that feeds heaters (a conductance) and rectifiers. While the mains
 * rises, one rectifier after another begins to conduct; with silicon the core volts between two beginnings are a·sin θ + b, so that
 * every mean is closed form. For a single rectifier this is
 * I = [2·Vp·cos θ1 − (V+Vd)(π−2θ1)]/(π·Rs) (trade §10; the classical analysis behind Schade, Proc. IRE 31, 1943). Rectifier
 * tubes bend the curves; there each stretch is integrated by Gauss and Legendre's eight points.
 */
final class AveragedCharging
{
    /** Gauss-Legendre, eight points on 0 to 1: abscissae and weights (Abramowitz and Stegun, table 25.4, from memory). */
    public const GAUSS = [
        [0.019855071751231884, 0.05061426814518813], [0.10166676129318664, 0.11119051722668724], [0.2372337950418355, 0.15685332293894363],
        [0.40828267875217511, 0.18134189168918099], [0.59171732124782489, 0.18134189168918099], [0.7627662049581645, 0.15685332293894363],
        [0.89833323870681336, 0.11119051722668724], [0.98014492824876812, 0.05061426814518813],
    ];

    /**
     * @param list<Port>        $ports
     * @param array<int, float> $volts       across each port, corrected for ripple by the caller
     * @param float             $peakVolts   of the mains
     * @param float             $ohms        of primary, and lamp
     * @param float             $conductance of all other loads, as seen at the ideal primary, siemens
     */
    public static function over(array $ports, array $volts, float $peakVolts, float $ohms, float $conductance): ChargingCycle
    {
        $count = \count($ports);
        $sum = new ChargingSum($count);
        $same = true;
        foreach ($ports as $port) {
            $same = $same && $port->positive === $port->negative;
        }
        foreach ([true, false] as $positive) {
            if (!$positive && $same) {
                $sum->twice();
                break;
            }
            $active = [];
            foreach ($ports as $k => $port) {
                if ($positive ? $port->positive : $port->negative) {
                    $active[] = $k;
                }
            }
            self::half($ports, $active, $volts, $peakVolts, $ohms, $conductance, $sum);
        }

        return $sum->cycle($ports);
    }

    /**
     * @param list<Port>        $ports
     * @param list<int>         $active ports that charge in this half cycle
     * @param array<int, float> $volts
     */
    private static function half(array $ports, array $active, array $volts, float $peakVolts, float $ohms, float $conductance, ChargingSum $sum): void
    {
        $thresholds = [];
        $bent = false;
        foreach ($active as $k) {
            $port = $ports[$k];
            $thresholds[$k] = max(0.0, ($port->voltsShare * $volts[$k] + $port->dropVolts) / $port->turns);
            $bent = $bent || null !== $port->tube;
        }
        asort($thresholds);
        $stretch = new Stretch($ports, $volts, $peakVolts, $ohms, $conductance);
        $begin = 0.0;
        foreach ($thresholds as $k => $threshold) {
            $sine = $stretch->mainsAt($threshold) / $peakVolts;
            if ($sine >= 1.0) {
                break;
            }
            $end = max($begin, asin(max(0.0, $sine)));
            self::stretch($stretch, $begin, $end, $bent, $sum);
            $stretch->join($k);
            $begin = $end;
        }
        self::stretch($stretch, $begin, \M_PI_2, $bent, $sum);
    }

    private static function stretch(Stretch $stretch, float $begin, float $end, bool $bent, ChargingSum $sum): void
    {
        if ($end <= $begin) {
            return;
        }
        if ($bent && $stretch->hasTube()) {
            $stretch->integrate($begin, $end, $sum);
        } else {
            $stretch->closedForm($begin, $end, $sum);
        }
    }
}
