<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/**
 * A full-wave rectifier into an input choke, averaged over a half cycle.
 *
 * While the choke's current never stops, the output is the mean of the rectified sine less the drops in the resistances. Below
 * the critical current each half cycle gives one pulse from θ1 = asin(V'/Vp) until its volt-seconds are used up; the output then
 * climbs towards the peak.
 */
final readonly class ChokePort
{
    /**
     * @param float $turns winding volts that charge it per primary volt
     * @param float $ohms  of that winding, the choke and what else is in series
     */
    public function __construct(public string $rectifier, public string $winding, public int $plus, public int $minus, public float $turns, public float $ohms, public float $dropVolts, public float $henries)
    {
    }

    /**
     * The same behind a primary that feeds other loads too: they act as part of the source.
     *
     * @param float $inletVolts  RMS
     * @param float $primaryOhms with a lamp's, if there is one
     * @param float $others      conductance of the other loads at the core, siemens
     *
     * @return array{float, float} mean amperes, and its slope by the volts, siemens
     */
    public function underLoad(float $volts, float $inletVolts, float $primaryOhms, float $others, float $hertz): array
    {
        $peak = \M_SQRT2 * $this->turns * $inletVolts / (1.0 + $primaryOhms * $others);

        return $this->current($volts, max(1e-9, $peak), $this->ohms + $this->turns ** 2 * $primaryOhms, 2.0 * \M_PI * $hertz);
    }

    /** The same with other winding volts and ohms. */
    public function scaled(float $volts, float $ohms): self
    {
        return new self($this->rectifier, $this->winding, $this->plus, $this->minus, $this->turns * $volts, $this->ohms * $ohms, $this->dropVolts, $this->henries);
    }

    /**
     * @param float $volts     across the output
     * @param float $peakVolts of the winding, off load
     * @param float $ohms      in the way altogether
     *
     * @return array{float, float} mean amperes, and its slope by the volts, siemens
     */
    private function current(float $volts, float $peakVolts, float $ohms, float $radians): array
    {
        $mean = 2.0 * $peakVolts / \M_PI;
        $continuous = ($mean - $volts - $this->dropVolts) / $ohms;
        if ($continuous >= $this->pulse($mean, $peakVolts, $radians)) {
            return [$continuous, -1.0 / $ohms];
        }
        $low = 0.0;
        $high = $this->pulse($mean, $peakVolts, $radians);
        for ($i = 0; $i < 60; ++$i) {
            $middle = 0.5 * ($low + $high);
            if ($this->pulse($volts + $this->dropVolts + $ohms * $middle, $peakVolts, $radians) > $middle) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }
        $current = 0.5 * ($low + $high);
        $at = $volts + $this->dropVolts + $ohms * $current;
        $h = 1e-4 * $peakVolts;
        $slope = ($this->pulse($at + $h, $peakVolts, $radians) - $this->pulse($at - $h, $peakVolts, $radians)) / (2.0 * $h);

        return [$current, $slope / (1.0 - $ohms * $slope)];
    }

    /** Mean of the pulses at a given back voltage, amperes; at 2·Vp/π the critical current. */
    private function pulse(float $volts, float $peakVolts, float $radians): float
    {
        if ($volts >= $peakVolts) {
            return 0.0;
        }
        $volts = max($volts, 2.0 * $peakVolts / \M_PI);
        $begin = asin($volts / $peakVolts);
        $low = \M_PI - $begin;
        $high = \M_PI + $begin;
        for ($i = 0; $i < 60; ++$i) {
            $middle = 0.5 * ($low + $high);
            if ($peakVolts * (cos($begin) - cos($middle)) - $volts * ($middle - $begin) > 0.0) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }
        $end = 0.5 * ($low + $high);
        $width = $end - $begin;
        $area = $peakVolts * (cos($begin) * $width - sin($end) + sin($begin)) - 0.5 * $volts * $width * $width;

        return max(0.0, $area) / (\M_PI * $radians * $this->henries);
    }
}
