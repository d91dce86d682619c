<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** Part of a quarter period in which the same rectifiers conduct: the little resistive network that the transformer then is. */
final class Stretch
{
    /** @var list<int> */
    private array $on = [];

    private float $sumConductance;

    private float $sumCurrent = 0.0;

    private bool $tube = false;

    /**
     * @param list<Port>        $ports
     * @param array<int, float> $volts
     */
    public function __construct(private readonly array $ports, private readonly array $volts, private readonly float $peakVolts, private readonly float $ohms, private readonly float $conductance)
    {
        $this->sumConductance = 1.0 / $ohms + $conductance;
    }

    public function hasTube(): bool
    {
        return $this->tube;
    }

    /** One more port conducts from here on. */
    public function join(int $k): void
    {
        $this->on[] = $k;
        $port = $this->ports[$k];
        if (null === $port->tube) {
            $this->sumConductance += $port->turns * $port->turns / $port->ohms;
            $this->sumCurrent += $port->turns * ($port->voltsShare * $this->volts[$k] + $port->dropVolts) / $port->ohms;
        } else {
            $this->tube = true;
        }
    }

    /** Mains volts at which the core stands at $core volts: explicit, since every current is known then. */
    public function mainsAt(float $core): float
    {
        $load = $this->sumConductance * $core - $this->sumCurrent;
        foreach ($this->tube ? $this->on : [] as $k) {
            $port = $this->ports[$k];
            if (null !== $port->tube) {
                $load += $port->turns * $port->tube->through($port->turns * $core - $port->voltsShare * $this->volts[$k], $port->ohms)[0];
            }
        }

        return $load * $this->ohms;
    }

    /** Silicon only: currents are a·sin θ + b, and their integrals closed. */
    public function closedForm(float $begin, float $end, ChargingSum $sum): void
    {
        $width = $end - $begin;
        $sine = cos($begin) - cos($end);
        $sineSquare = 0.5 * $width - 0.25 * (sin(2 * $end) - sin(2 * $begin));
        $a = $this->peakVolts / ($this->ohms * $this->sumConductance);
        $b = $this->sumCurrent / $this->sumConductance;
        $sum->coreSquare += $a * $a * $sineSquare + 2 * $a * $b * $sine + $b * $b * $width;
        $pa = ($this->peakVolts - $a) / $this->ohms;
        $pb = -$b / $this->ohms;
        $sum->primarySquare += $pa * $pa * $sineSquare + 2 * $pa * $pb * $sine + $pb * $pb * $width;
        foreach ($this->on as $k) {
            $port = $this->ports[$k];
            $ka = $port->turns * $a / $port->ohms;
            $kb = ($port->turns * $b - $port->voltsShare * $this->volts[$k] - $port->dropVolts) / $port->ohms;
            $sum->current[$k] += $ka * $sine + $kb * $width;
            $sum->square[$k] += $ka * $ka * $sineSquare + 2 * $ka * $kb * $sine + $kb * $kb * $width;
            $sum->peak[$k] = max($sum->peak[$k], $ka * sin($end) + $kb);
            foreach ($this->on as $l) {
                $other = $this->ports[$l];
                $coreSlope = $other->turns * $other->voltsShare / ($other->ohms * $this->sumConductance);
                $sum->slope[$k][$l] += ($port->turns * $coreSlope - ($k === $l ? $port->voltsShare : 0.0)) / $port->ohms * $width;
            }
        }
    }

    /** With a rectifier tube: eight points, at each the core volts by Newton. */
    public function integrate(float $begin, float $end, ChargingSum $sum): void
    {
        $width = $end - $begin;
        foreach (AveragedCharging::GAUSS as [$abscissa, $weight]) {
            $mains = $this->peakVolts * sin($begin + $width * $abscissa);
            $w = $weight * $width;
            [$core, $currents, $slopes, $stiffness] = $this->solve($mains);
            $sum->coreSquare += $w * $core * $core;
            $sum->primarySquare += $w * (($mains - $core) / $this->ohms) ** 2;
            foreach ($this->on as $i => $k) {
                $port = $this->ports[$k];
                $sum->current[$k] += $w * $currents[$i];
                $sum->square[$k] += $w * $currents[$i] ** 2;
                $sum->peak[$k] = max($sum->peak[$k], $currents[$i]);
                foreach ($this->on as $j => $l) {
                    $other = $this->ports[$l];
                    $coreSlope = $other->turns * $other->voltsShare * $slopes[$j] / $stiffness;
                    $sum->slope[$k][$l] += $w * $slopes[$i] * ($port->turns * $coreSlope - ($k === $l ? $port->voltsShare : 0.0));
                }
            }
        }
    }

    /** @return array{float, array<int, float>, array<int, float>, float} core volts, current and slope of each conducting port, sum of conductances at the core */
    public function solve(float $mains): array
    {
        $core = $mains / ($this->ohms * $this->sumConductance);
        $currents = $slopes = [];
        $stiffness = $this->sumConductance;
        for ($i = 0; $i < 30; ++$i) {
            $excess = ($core - $mains) / $this->ohms + $core * $this->conductance;
            $stiffness = 1.0 / $this->ohms + $this->conductance;
            $currents = $slopes = [];
            foreach ($this->on as $k) {
                $port = $this->ports[$k];
                $drive = $port->turns * $core - $port->voltsShare * $this->volts[$k];
                [$current, $slope] = null === $port->tube ? [($drive - $port->dropVolts) / $port->ohms, 1.0 / $port->ohms] : $port->tube->through($drive, $port->ohms);
                $currents[] = $current;
                $slopes[] = $slope;
                $excess += $port->turns * $current;
                $stiffness += $port->turns * $port->turns * $slope;
            }
            $step = $excess / $stiffness;
            $core -= $step;
            if (abs($step) <= 1e-9 * (abs($core) + 1.0)) {
                break;
            }
        }

        return [$core, $currents, $slopes, $stiffness];
    }
}
