<?php

declare(strict_types=1);

namespace Yew\Core\Circuit\Supply;

/** The heaters on one winding. A heater is no resistor: its current goes roughly with V^0.6 (PWR-2, from memory). */
final readonly class HeaterLoad
{
    private const EXPONENT = 0.6;

    /**
     * @param float $turns   winding volts per primary volt
     * @param float $ohms    of the winding
     * @param float $volts   at which the heaters take their rated current
     * @param float $amperes of all of them together
     */
    public function __construct(public string $id, public string $winding, public float $turns, public float $ohms, public float $volts, public float $amperes)
    {
    }

    /** The same with its heaters so many times as conductive. */
    public function times(float $times): self
    {
        return new self($this->id, $this->winding, $this->turns, $this->ohms, $this->volts, $times * $this->amperes);
    }

    /** Volts at the heaters (RMS) with the core of the transformer at $coreVolts RMS. */
    public function voltsAt(float $coreVolts): float
    {
        $open = $this->turns * $coreVolts;
        $volts = $open;
        for ($i = 0; $i < 12; ++$i) {
            $volts = $open - $this->ohms * $this->current($volts);
        }

        return max(0.0, $volts);
    }

    /** Conductance seen at the primary, siemens. */
    public function conductance(float $coreVolts): float
    {
        return $coreVolts <= 0.0 ? 0.0 : $this->turns * $this->current($this->voltsAt($coreVolts)) / $coreVolts;
    }

    private function current(float $volts): float
    {
        return 0.0 === $this->amperes || $volts <= 0.0 ? 0.0 : $this->amperes * ($volts / $this->volts) ** self::EXPONENT;
    }
}
