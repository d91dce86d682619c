<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

use Yew\Core\Tube\Model\RectifierModel;

/** Where a rectifier feeds the DC circuit, seen from the transformer's primary. */
final readonly class Port
{
    /**
     * @param int   $plus       node
     * @param int   $minus      node
     * @param float $turns      winding volts that charge it per primary volt
     * @param float $ohms       of that winding and what is in series
     * @param float $dropVolts  of the diodes in the way
     * @param bool  $positive   charges in the positive half cycle
     * @param bool  $negative   charges in the negative one
     * @param float $voltsShare of the output that one charging stroke stands against (a half-wave doubler: one half)
     * @param float $flow       DC through the output per ampere of mean charging current (a half-wave doubler: one half)
     * @param float $farads     that it charges, as the ripple test takes it; 0 when unknown
     * @param float $pumpFarads in series with the winding (a half-wave doubler); 0 for the others
     */
    public function __construct(
        public string $rectifier,
        public string $winding,
        public int $plus,
        public int $minus,
        public float $turns,
        public float $ohms,
        public float $dropVolts,
        public ?RectifierModel $tube,
        public bool $positive,
        public bool $negative,
        public float $voltsShare,
        public float $flow,
        public float $farads,
        public float $pumpFarads = 0.0,
    ) {
    }

    /** The same with other winding volts and ohms. */
    public function scaled(float $volts, float $ohms): self
    {
        return new self($this->rectifier, $this->winding, $this->plus, $this->minus, $this->turns * $volts, $this->ohms * $ohms, $this->dropVolts, $this->tube, $this->positive, $this->negative, $this->voltsShare, $this->flow, $this->farads, $this->pumpFarads);
    }

    /** Whether the reservoir is too small to be taken as stiff: ripple above a tenth of the volts on it (trade §10, checked). */
    public function isSoft(float $amperes, float $volts, float $hertz, float $peakVolts): bool
    {
        // Into a short the volts are stiff enough: none.
        return $this->farads > 0.0 && abs($volts) * $this->voltsShare > 0.02 * $this->turns * $peakVolts && abs($amperes) / ($this->strokes() * $hertz * $this->farads) > 0.1 * abs($volts) * $this->voltsShare;
    }

    /** Charging strokes in one period of the mains. */
    public function strokes(): int
    {
        return ($this->positive ? 1 : 0) + ($this->negative ? 1 : 0);
    }
}
