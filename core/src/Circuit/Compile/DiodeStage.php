<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Compile;

/** A diode of the DC circuit with its nodes and slots. */
final readonly class DiodeStage
{
    /** kT/q at 27 °C, volts: the temperature at which ngspice works too. */
    public const THERMAL_VOLTS = 0.025864186;

    /** @param array{int, int, int, int} $slots (a,a), (a,c), (c,a), (c,c) */
    public function __construct(public string $id, public int $anode, public int $cathode, public float $saturation, public float $slopeVolts, public array $slots)
    {
    }

    /** @return array{float, float} amperes and siemens at volts from anode to cathode; straight beyond 40 slope volts */
    public function at(float $volts): array
    {
        $z = $volts / $this->slopeVolts;
        if ($z > 40.0) {
            $top = $this->saturation * exp(40.0);

            return [$top * (1.0 + $z - 40.0), $top / $this->slopeVolts];
        }
        $e = $this->saturation * exp(max($z, -60.0));

        return [$e - $this->saturation, $e / $this->slopeVolts];
    }

    /** The next volts to linearise at: forward steps grow with the logarithm, so that the exponential does not run away. */
    public function limited(float $next, float $last): float
    {
        $critical = $this->slopeVolts * log($this->slopeVolts / (\M_SQRT2 * $this->saturation));
        if ($next <= $critical || abs($next - $last) <= 2 * $this->slopeVolts) {
            return $next;
        }
        if ($last <= 0.0) {
            return max($critical, $this->slopeVolts * log($next / $this->slopeVolts));
        }
        $step = 1.0 + ($next - $last) / $this->slopeVolts;

        return $step > 0.0 ? $last + $this->slopeVolts * log($step) : $critical;
    }
}
